/** The topics of characters, and what they are measured by. Uses pairs. Start at {@link idleheron.core.character.compare.RestTopics}. */
package idleheron.core.character.compare;
