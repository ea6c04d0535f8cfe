/** A scene at a time: matrices, deformed surfaces, and the common space in which scenes are held against each other. Uses scenes. Start at {@link idleheron.core.pose.Pose}. */
package idleheron.core.pose;
