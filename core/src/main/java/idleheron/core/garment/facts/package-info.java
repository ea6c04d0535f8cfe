/** What a garment is made of: spacing, pieces, thickness, how its coordinates lie, where it goes through itself. Lengths in metres. */
package idleheron.core.garment.facts;
