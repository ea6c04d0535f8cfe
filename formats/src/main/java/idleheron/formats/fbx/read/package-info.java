/** Documents into scenes. Uses the document and its parts. Start at {@link idleheron.formats.fbx.read.FbxSceneReader}. */
package idleheron.formats.fbx.read;
