/** Triangle surfaces: welding, edges, pieces, normals, closest points, inside and outside, smoothness. Lengths are what the caller's points are in. Start at {@link idleheron.core.geometry.TriangleMesh}. */
package idleheron.core.geometry;
