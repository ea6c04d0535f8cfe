/** What a carrier has to say of itself. Uses core, disk and pictures, and no carrier. Start at {@link idleheron.formats.spi.SceneFormat}. */
package idleheron.formats.spi;
