/** Between the document and a scene, both ways. Uses the document and core. Start at {@link idleheron.formats.gltf.bridge.GltfSceneReader}. */
package idleheron.formats.gltf.bridge;
