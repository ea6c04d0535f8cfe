/** What may have happened to a character on the way, each with the remedy that undoes it. Uses the topics and remedies. Start at {@link idleheron.core.character.cause.SceneCauses}. */
package idleheron.core.character.cause;
