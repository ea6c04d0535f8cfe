/** The binary and text forms of the document, read and written. Uses the document and bytes. Start at {@link idleheron.formats.fbx.coding.FbxBinaryReader}. */
package idleheron.formats.fbx.coding;
