package idleheron.core.view.asset;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.Held;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Scene;
import idleheron.core.view.check.ViewRules;
import idleheron.core.view.compare.Optics;
import idleheron.core.view.compare.ViewLosses;
import idleheron.core.view.compare.ViewTopic;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Cameras and lights. */
public final class ViewAssets implements AssetKind {
    private static final List<FactTable> TABLES = List.of(
            new FactTable(
                    "Cameras",
                    Set.of(Topic.CAMERAS_LIGHTS),
                    s -> s.cameras().size(),
                    f -> ViewTables.cameras(f.scene())),
            new FactTable("Lights", Set.of(), s -> s.lights().size(), f -> ViewTables.lights(f.scene())));

    private static final List<TopicCheck> TOPICS =
            List.of(TopicCheck.of(Topic.CAMERAS_LIGHTS, 1, ViewTopic::of).searched());

    @Override
    public String code() {
        return "view";
    }

    @Override
    public boolean isIn(Scene s) {
        return !s.cameras().isEmpty() || !s.lights().isEmpty();
    }

    @Override
    public Content content() {
        return Content.NODES;
    }

    @Override
    public String word(Scene s) {
        return s.lights().isEmpty() ? "camera" : s.cameras().isEmpty() ? "lights" : "cameras and lights";
    }

    /** "2 cameras · 1 light". */
    @Override
    public String summary(Scene s) {
        return Wording.counted(s.cameras().size(), "camera") + " · "
                + Wording.counted(s.lights().size(), "light");
    }

    @Override
    public List<FactLine> lines(Scene s) {
        List<FactLine> out = new ArrayList<>();
        double metres = s.stage().metersPerUnit();
        for (Camera c : s.cameras()) {
            out.add(new FactLine(
                    "camera",
                    c.name() + ": "
                            + (c.orthographic()
                                    ? "orthographic"
                                    : Figure.number(c.focalLength()) + " mm, " + Figure.number(Optics.fieldOfView(c))
                                            + "° across")
                            + ", film back " + Figure.number(c.apertureWidth()) + " × "
                            + Figure.number(c.apertureHeight()) + " mm, sees from " + Figure.number(c.near() * metres)
                            + " to " + Figure.number(c.far() * metres) + " m"));
        }
        for (Light l : s.lights()) {
            out.add(new FactLine(
                    "light",
                    l.name() + ": " + l.kind() + ", " + Figure.number(l.intensity()) + " times the usual"
                            + (l.kind().equals("spot")
                                    ? ", cone " + Figure.number(l.innerAngle()) + "° to "
                                            + Figure.number(l.outerAngle()) + "°"
                                    : "")));
        }
        return out;
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Rule> rules() {
        return ViewRules.ALL;
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    @Override
    public List<Loss> losses(Pair p) {
        return ViewLosses.of(p);
    }

    @Override
    public TopicResult carried(Pair p, TopicResult t, Set<Held> missing) {
        boolean gone = p.returned.cameras().isEmpty() && p.returned.lights().isEmpty();
        return t.topic().equals(Topic.CAMERAS_LIGHTS)
                        && t.verdict().isFault()
                        && missing.contains(Held.CAMERAS_LIGHTS)
                        && gone
                ? t.as(
                        Verdict.NOT_CARRIED,
                        "The carrier has no place for " + Held.CAMERAS_LIGHTS.shown() + "; " + summary(p.sent)
                                + " stayed behind.")
                : t;
    }
}
