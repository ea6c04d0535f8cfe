/** A scene written in one file or several, read back and proved. Uses the registry and the jobs of carriers. Start at {@link idleheron.formats.delivery.Deliveries}. */
package idleheron.formats.delivery;
