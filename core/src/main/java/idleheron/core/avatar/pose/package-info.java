/** How a figure stands: its own directions, and how far each limb is from where the standard wants it at rest. May use avatar and math; start at {@link idleheron.core.avatar.pose.BodyFrame}. */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar.pose;
