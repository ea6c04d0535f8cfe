package idleheron.core.view.asset;

import static idleheron.core.Messages.say;

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
                    say("core.view.asset.ViewAssets.cameras"),
                    Set.of(Topic.CAMERAS_LIGHTS),
                    s -> s.cameras().size(),
                    f -> ViewTables.cameras(f.scene())),
            new FactTable(
                    say("core.view.asset.ViewAssets.lights"),
                    Set.of(),
                    s -> s.lights().size(),
                    f -> ViewTables.lights(f.scene())));

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
        return s.lights().isEmpty()
                ? say("core.view.asset.ViewAssets.camera")
                : s.cameras().isEmpty()
                        ? say("core.view.asset.ViewAssets.lights-2")
                        : say("core.view.asset.ViewAssets.cameras-and-lights");
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
                    say("core.view.asset.ViewAssets.camera"),
                    say(
                            "core.view.asset.ViewAssets.film-back-mm-sees-from-to",
                            c.name(),
                            (c.orthographic()
                                    ? say("core.view.asset.ViewAssets.orthographic")
                                    : say(
                                            "core.view.asset.ViewAssets.mm-across",
                                            Figure.number(c.focalLength()),
                                            Figure.number(Optics.fieldOfView(c)))),
                            Figure.number(c.apertureWidth()),
                            Figure.number(c.apertureHeight()),
                            Figure.number(c.near() * metres),
                            Figure.number(c.far() * metres))));
        }
        for (Light l : s.lights()) {
            out.add(new FactLine(
                    say("core.view.asset.ViewAssets.light"),
                    say(
                            "core.view.asset.ViewAssets.times-the-usual",
                            l.name(),
                            l.kind(),
                            Figure.number(l.intensity()),
                            (l.kind().equals("spot")
                                    ? say(
                                            "core.view.asset.ViewAssets.cone-to",
                                            Figure.number(l.innerAngle()),
                                            Figure.number(l.outerAngle()))
                                    : ""))));
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
                        say(
                                "core.view.asset.ViewAssets.the-carrier-has-no-place-for",
                                Held.CAMERAS_LIGHTS.shown(),
                                summary(p.sent)))
                : t;
    }
}
