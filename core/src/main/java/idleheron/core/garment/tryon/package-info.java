/** Cloth that falls on a body that moves: a rehearsal, not a cloth engine. Begin at {@link idleheron.core.garment.tryon.TryOn}. */
package idleheron.core.garment.tryon;
