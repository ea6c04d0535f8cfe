/** Remedies on meshes: merged, split, moved. Uses remedies on skeletons for the nodes that go. Start at {@link idleheron.core.remedy.mesh.MergeMeshes}. */
package idleheron.core.remedy.mesh;
