/** Triangles with light, heat and pictures on them. Uses ink, scene and picture. Start at {@link idleheron.render.surface.SurfaceLayer}. */
package idleheron.render.surface;
