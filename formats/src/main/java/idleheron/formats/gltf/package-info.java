/** glTF as a carrier: what it says of itself and its outline. Uses its own rooms. Start at {@link idleheron.formats.gltf.GltfFormat}. */
package idleheron.formats.gltf;
