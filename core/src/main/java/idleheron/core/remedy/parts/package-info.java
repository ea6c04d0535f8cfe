/** Figures of rigid parts in groups as rigs, and back. Uses scene, pose and the other rooms of remedies. Start at {@link idleheron.core.remedy.parts.PartsToJoints}. */
package idleheron.core.remedy.parts;
