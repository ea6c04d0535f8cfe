/** Garments that follow a body's surface without weights. Start at {@link idleheron.core.garment.wrap.Wrap}. */
package idleheron.core.garment.wrap;
