/**
 * Humanoid avatars: figures whose joints have the roles of the open humanoid standard of glTF. May use scene, pose and math; start at {@link
 * idleheron.core.avatar.Role}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar;
