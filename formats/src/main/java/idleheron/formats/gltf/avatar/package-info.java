/** The humanoid extension of glTF (VRM), between a document and a scene. May use document and bridge; start at {@link idleheron.formats.gltf.avatar.AvatarReader}. */
@org.jspecify.annotations.NullMarked
package idleheron.formats.gltf.avatar;
