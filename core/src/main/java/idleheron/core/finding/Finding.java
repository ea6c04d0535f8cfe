package idleheron.core.finding;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.remedy.Remedy;
import org.jspecify.annotations.Nullable;

/**
 * One thing noticed about a scene.
 *
 * @param code stable, listed in docs/codes.md
 * @param node the node it is about, or -1
 * @param title a few words
 * @param message what it means and what comes of it
 * @param figure the number behind it, with its place
 * @param likelyCause where it usually comes from, or ""
 * @param remedy what mends it, or null
 */
public record Finding(
        String code,
        Severity severity,
        Topic topic,
        int node,
        String title,
        String message,
        Figure figure,
        String likelyCause,
        @Nullable Remedy remedy) {}
