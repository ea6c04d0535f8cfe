/** Axis systems, rotation orders, swing and twist, similarities: what has no idea of scenes. Uses nothing of the program. Start at {@link idleheron.core.math.AxisSystem}. */
package idleheron.core.math;
