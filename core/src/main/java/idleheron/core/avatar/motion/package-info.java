/** Motion that any figure can take on: said by roles instead of joints. Start at {@link idleheron.core.avatar.motion.Motion}. */
package idleheron.core.avatar.motion;
