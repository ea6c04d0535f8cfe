package idleheron.core.pair;

import idleheron.core.Figure;
import idleheron.core.Topic;

/**
 * A story that the figures tell of what no remedy on the returned scene brings back: weights that were cut, shapes that were
 * dropped, faces that were cut into triangles.
 *
 * @param code stable, listed in docs/codes.md
 * @param text one sentence without a full stop
 * @param figure how much, where, when
 */
public record Loss(String code, Topic topic, String text, Figure figure) {}
