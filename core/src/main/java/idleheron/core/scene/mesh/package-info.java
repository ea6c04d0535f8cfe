/** Surfaces: points, faces, layers over them, skins and blend shapes, in primitive arrays. Uses nothing of scenes. Start at {@link idleheron.core.scene.mesh.Mesh}. */
package idleheron.core.scene.mesh;
