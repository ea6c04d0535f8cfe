package idleheron.core.finding;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.remedy.Remedy;
import org.jspecify.annotations.Nullable;

/**
 * One thing noticed about a scene. Rules tell it as {@code Finding.of(code, severity, topic).says(title, message)},
 * with the figure, the node, the likely cause and the remedy where there are such.
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
        @Nullable Remedy remedy) {

    /** A finding that says nothing yet, about no node, without a cause or a remedy. */
    public static Finding of(String code, Severity severity, Topic topic) {
        return new Finding(code, severity, topic, -1, "", "", Figure.NONE, "", null);
    }

    /** With its headline and the sentences below it. */
    public Finding says(String headline, String text) {
        return new Finding(code, severity, topic, node, headline, text, figure, likelyCause, remedy);
    }

    /** With the number behind it. */
    public Finding measured(Figure by) {
        return new Finding(code, severity, topic, node, title, message, by, likelyCause, remedy);
    }

    /** About this node. */
    public Finding atNode(int index) {
        return new Finding(code, severity, topic, index, title, message, figure, likelyCause, remedy);
    }

    /** With the likely cause. */
    public Finding because(String cause) {
        return new Finding(code, severity, topic, node, title, message, figure, cause, remedy);
    }

    /** With what mends it, or null for nothing. */
    public Finding mendedBy(@Nullable Remedy by) {
        return new Finding(code, severity, topic, node, title, message, figure, likelyCause, by);
    }
}
