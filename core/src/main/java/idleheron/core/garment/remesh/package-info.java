/** Another spacing of points for cloth of one side. Start at {@link idleheron.core.garment.remesh.Respacing}. */
package idleheron.core.garment.remesh;
