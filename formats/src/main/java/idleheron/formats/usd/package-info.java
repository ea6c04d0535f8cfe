/** USD as a carrier: what it says of itself, its outline, delivery and layers. Uses its own rooms. Start at {@link idleheron.formats.usd.UsdFormat}. */
package idleheron.formats.usd;
