/** Exact changes that make a rigged figure an avatar. May use avatar and pose; start at {@link idleheron.core.remedy.avatar.GiveRoles}. */
@org.jspecify.annotations.NullMarked
package idleheron.core.remedy.avatar;
