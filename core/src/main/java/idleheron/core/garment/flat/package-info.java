/** The flat cut of garments. Start at {@link idleheron.core.garment.flat.FlatPanels}. */
package idleheron.core.garment.flat;
