/** What became of an avatar between two sides. May use avatar and pair; start at {@link idleheron.core.avatar.compare.AvatarTopic}. */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar.compare;
