package idleheron.core.garment.check;

import idleheron.core.Figure;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.Worn;
import idleheron.core.scene.Scene;

/**
 * What findings about one garment, or about the body that wears it, have in common.
 *
 * @param node that shows it
 */
record Told(Scene scene, int node) {
    String name() {
        return scene.nodes().get(node).name();
    }

    /** With a figure and its place. */
    Finding of(String code, Severity severity, double value, String unit) {
        return Finding.of(code, severity, Worn.TOPIC)
                .measured(Figure.of(value, unit, scene.path(node)))
                .atNode(node);
    }

    /** With a number of things for a figure: "1 point", "2 points". */
    Finding counted(String code, Severity severity, long n, String one) {
        return of(code, severity, (double) n, n == 1 ? one : one + "s");
    }
}
