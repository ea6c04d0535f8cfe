/** Clips, their layers and the curves in them. Uses time alone. Start at {@link idleheron.core.scene.motion.Clip}. */
package idleheron.core.scene.motion;
