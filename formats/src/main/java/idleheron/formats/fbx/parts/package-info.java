/** What reading and writing of scenes share: objects, properties, curves, optics. Uses the document and scenes. Start at {@link idleheron.formats.fbx.parts.FbxObjects}. */
package idleheron.formats.fbx.parts;
