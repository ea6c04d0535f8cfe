/** What is noticed about characters: skeleton, skin, clips, surfaces, and what a destination asks for. Uses findings and remedies. Start at {@link idleheron.core.character.check.CharacterRules}. */
package idleheron.core.character.check;
