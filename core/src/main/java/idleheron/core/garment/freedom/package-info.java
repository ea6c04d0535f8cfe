/** How far points of a garment may leave their skin: maps, their figures, rules that make them, what softens them. */
package idleheron.core.garment.freedom;
