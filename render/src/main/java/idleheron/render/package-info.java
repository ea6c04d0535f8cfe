/** Scene and viewpoint into pixels, in plain Java on all cores. Uses core alone. Start at {@link idleheron.render.Painter}. */
package idleheron.render;
