/** The document: its container, text, buffers and the numbers in them, packed or plain. Uses bytes and spi; knows no scene. Start at {@link idleheron.formats.gltf.document.GltfDocument}. */
package idleheron.formats.gltf.document;
