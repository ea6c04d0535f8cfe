/** FBX as a carrier: what it says of itself and its outline. Uses its own rooms. Start at {@link idleheron.formats.fbx.FbxFormat}. */
package idleheron.formats.fbx;
