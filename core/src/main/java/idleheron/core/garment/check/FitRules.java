package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.fit.FitExplanation;
import idleheron.core.garment.fit.GapsByJoint;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Was a garment made for this body, in this pose and size? It takes a second or two a garment. */
public final class FitRules {
    private static final double MM = 1000;
    private static final double PERCENT = 100;

    /** Turns below this are told with others only, degrees. */
    private static final double TURNED = 8;

    private static final int NAMED = 4;

    private FitRules() {}

    /** How garments lie on the body: inside it, too tight, in another unit or pose. */
    public static List<Finding> of(Scene s, Progress progress) {
        List<Finding> out = new ArrayList<>();
        Worn worn = Worn.in(s);
        for (int i = 0; worn != null && i < worn.garments().size(); i++) {
            int g = worn.garments().get(i);
            progress.at(
                    (double) i / worn.garments().size(),
                    say("core.garment.check.FitRules.fitting", s.nodes().get(g).name()));
            TriangleMesh m = RestSurface.of(s, g);
            TriangleMesh body = RestSurface.of(s, worn.body());
            if (m.count() > 0 && body.count() > 0 && m.isFinite() && body.isFinite()) {
                FitExplanation e = FitExplanation.of(s, worn.body(), m);
                boolean told = e.verdict() == FitExplanation.Verdict.UNIT || GarmentRules.isWearable(m, body);
                Finding f = told ? finding(s, worn.body(), g, m, e) : null;
                if (f != null) {
                    out.add(f);
                }
            }
        }
        return out;
    }

    private static @Nullable Finding finding(Scene s, int wearer, int g, TriangleMesh m, FitExplanation e) {
        String name = s.nodes().get(g).name();
        String body = s.nodes().get(wearer).name();
        String left = say("core.garment.check.FitRules.its-gap-wavers-by-mm-as", mm(e.before()), mm(e.after()));
        return switch (e.verdict()) {
            case FITS, LOOSE -> null;
            case UNIT ->
                e.turned().isEmpty()
                        ? null
                        : at("garment-turned", s, g, e.before())
                                .says(
                                        say("core.garment.check.FitRules.lies-otherwise-than", name, body, e.turned()),
                                        say(
                                                "core.garment.check.FitRules.it-fits",
                                                (e.factor() == 1
                                                        ? say("core.garment.check.FitRules.turned-back")
                                                        : say(
                                                                "core.garment.check.FitRules.turned-back-and-times",
                                                                Figure.number(e.factor()))),
                                                left));
            case SIZE -> size(s, g, e, left);
            case POSE -> pose(s, g, e, left);
            case BODY ->
                at("garment-other-body", s, g, e.before())
                        .says(
                                say("core.garment.check.FitRules.was-made-for-another-body-than", name, body),
                                say(
                                        "core.garment.check.FitRules.no-unit-size-place-or-pose",
                                        GapsByJoint.text(s, wearer, m, NAMED)))
                        .mendedBy(null);
        };
    }

    private static Finding size(Scene s, int g, FitExplanation e, String left) {
        String name = s.nodes().get(g).name();
        double grown = PERCENT * (1 / e.scale() - 1);
        List<String> parts = new ArrayList<>();
        if (Math.abs(grown) >= 2) {
            parts.add(say(
                    "core.garment.check.FitRules.too",
                    Figure.number(Math.abs(grown)),
                    (grown > 0 ? say("core.garment.check.FitRules.large") : say("core.garment.check.FitRules.small"))));
        }
        if (e.degrees() >= 2) {
            parts.add(say("core.garment.check.FitRules.turned-by", Figure.number(e.degrees())));
        }
        if (parts.isEmpty()) {
            parts.add(say("core.garment.check.FitRules.moved-by-mm", mm(e.shift())));
        }
        return at("garment-other-size", s, g, e.before())
                .says(
                        say("core.garment.check.FitRules.is", name, Wording.listed(parts)),
                        say(
                                "core.garment.check.FitRules.times-turned-by-and-its-middle",
                                Figure.number(e.scale()),
                                Figure.number(e.degrees()),
                                mm(e.shift()),
                                left));
    }

    private static Finding pose(Scene s, int g, FitExplanation e, String left) {
        List<String> turns = e.turns().stream()
                .filter(t -> t.degrees() >= TURNED)
                .limit(NAMED)
                .map(t -> t.joint() + " " + Math.round(t.degrees()) + "° " + (t.higher() ? "higher" : "lower"))
                .toList();
        return at("garment-other-pose", s, g, e.before())
                .says(
                        say(
                                "core.garment.check.FitRules.was-made-in-another-pose",
                                s.nodes().get(g).name(),
                                turns.getFirst(),
                                (turns.size() > 1
                                        ? say("core.garment.check.FitRules.and-more", (turns.size() - 1))
                                        : "")),
                        say("core.garment.check.FitRules.with-than-the-body-rests-it", Wording.listed(turns), left));
    }

    private static Finding at(String code, Scene s, int g, double before) {
        boolean skinned = s.meshes().get(s.nodes().get(g).payload()).skin() != null;
        return new Told(s, g)
                .of(code, Severity.DRIFTS, MM * before, "mm")
                .because(say("core.garment.check.FitRules.it-was-made-for-another-file"))
                .mendedBy(skinned ? null : FitGarments.USUAL);
    }

    private static String mm(double metres) {
        return Figure.number(MM * metres);
    }
}
