/** What became of garments between two sides. Start at {@link idleheron.core.garment.compare.GarmentTopic}. */
package idleheron.core.garment.compare;
