/** Rules about avatars. May use avatar, its roles and its pose; start at {@link idleheron.core.avatar.check.AvatarRules}. */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar.check;
