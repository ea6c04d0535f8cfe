/** Scenes into documents. Uses the document and its parts. Start at {@link idleheron.formats.fbx.write.FbxSceneWriter}. */
package idleheron.formats.fbx.write;
