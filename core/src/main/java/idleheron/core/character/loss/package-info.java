/** What a character lost for good. Uses the topics. Start at {@link idleheron.core.character.loss.JointLosses}. */
package idleheron.core.character.loss;
