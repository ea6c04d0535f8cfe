/** Pixels, colours, strokes and where the eye stands: what all that draws uses. Uses job and math. Start at {@link idleheron.render.ink.Picture}. */
package idleheron.render.ink;
