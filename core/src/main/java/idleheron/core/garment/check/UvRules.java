package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.UvLayout;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.List;

/** How the coordinates of a garment lie: for pictures, or as its flat cut. */
final class UvRules {
    private static final double OVERLAPS = 0.02;
    private static final double STRETCHED = 2.5;
    private static final double PERCENT = 100;

    private UvRules() {}

    static List<Finding> of(Scene s, Cloth cloth) {
        List<Finding> out = new ArrayList<>();
        int g = cloth.node();
        String name = s.nodes().get(g).name();
        List<UvSet> sets = cloth.mesh().uvSets();
        for (int i = 0; i < sets.size(); i++) {
            UvLayout l = UvLayout.of(cloth.mesh(), sets.get(i), cloth.surface().points());
            if (l.isPanels()) {
                panels(s, cloth, l, out);
            } else if (i == 0) {
                pictures(s, cloth, l, out);
            }
            if (l.none() > 0) {
                out.add(new Told(s, g)
                        .counted("garment-uv-missing", Severity.NOTE, l.none(), "triangle")
                        .says(
                                say(
                                        "core.garment.check.UvRules.of-without-coordinates",
                                        Wording.counted(l.none(), "triangle"),
                                        name),
                                say(
                                        "core.garment.check.UvRules.set-gives-them-none-or-no",
                                        sets.get(i).name())));
            }
        }
        return out;
    }

    private static void pictures(Scene s, Cloth cloth, UvLayout l, List<Finding> out) {
        int g = cloth.node();
        String name = s.nodes().get(g).name();
        int beyond = (int) l.tiles().stream().filter(t -> !t.equals("0 0")).count();
        if (beyond > 0) {
            out.add(new Told(s, g)
                    .counted("garment-uv-outside", Severity.NOTE, beyond, "tile")
                    .says(
                            say("core.garment.check.UvRules.coordinates-of-lie-outside-the-first", name),
                            say(
                                    "core.garment.check.UvRules.they-lie-in-tiles-what-keeps",
                                    Wording.listed(List.copyOf(l.tiles()))))
                    .mendedBy(new UvToFirstTile()));
        }
        if (l.overlap() > OVERLAPS) {
            out.add(new Told(s, g)
                    .of("garment-uv-overlaps", Severity.NOTE, PERCENT * l.overlap(), "%")
                    .says(
                            say("core.garment.check.UvRules.coordinates-of-lie-over-each-other", name),
                            say(
                                    "core.garment.check.UvRules.of-what-they-cover-is-covered",
                                    Figure.number(PERCENT * l.overlap()))));
        }
    }

    private static void panels(Scene s, Cloth cloth, UvLayout l, List<Finding> out) {
        int g = cloth.node();
        String name = s.nodes().get(g).name();
        if (l.worst() > STRETCHED) {
            out.add(new Told(s, g)
                    .of("garment-panels-stretched", Severity.DRIFTS, l.worst(), "times")
                    .says(
                            say("core.garment.check.UvRules.the-flat-panels-of-do-not", name),
                            say("core.garment.check.UvRules.a-twentieth-of-it-is-more", Figure.number(l.worst()))));
        }
        if (l.overlap() > OVERLAPS) {
            out.add(new Told(s, g)
                    .of("garment-panels-overlap", Severity.DRIFTS, PERCENT * l.overlap(), "%")
                    .says(
                            say("core.garment.check.UvRules.the-flat-panels-of-lie-over", name),
                            say(
                                    "core.garment.check.UvRules.of-what-they-cover-is-covered-2",
                                    Figure.number(PERCENT * l.overlap()))));
        }
    }
}
