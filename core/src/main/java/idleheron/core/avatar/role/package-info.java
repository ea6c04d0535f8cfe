/**
 * Which joint of any rig has which role of a human figure, found by shape first and names second. May use avatar, scene, pose and
 * math; start at {@link idleheron.core.avatar.role.RoleFinder}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar.role;
