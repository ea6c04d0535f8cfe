/** The document: records with values, names, times. Uses nothing of scenes. Start at {@link idleheron.formats.fbx.document.FbxDocument}. */
package idleheron.formats.fbx.document;
