/** Materials, pictures, variants, and what of a document is carried unread. Start at {@link idleheron.formats.gltf.material.GltfMaterialReader}. */
package idleheron.formats.gltf.material;
