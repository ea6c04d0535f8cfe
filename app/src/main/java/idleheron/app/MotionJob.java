package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.formula.bake.FormulaReport;
import idleheron.core.formula.bake.FormulaTransfer;
import idleheron.core.job.Progress;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.formats.disk.Drafts;
import idleheron.formats.formula.MotionText;
import idleheron.formats.formula.MoveByFormula;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Tries the text of a motion by formula on a figure.
 *
 * @param name of the text, for messages
 */
public record MotionJob(String name, String text, Scene figure) {
    private static final String KIND = "formula";

    /**
     * What came of it.
     *
     * @param moved the figure with the clip, or null where the text is wrong or does not fit
     * @param plan what the text says, or null where it is wrong
     * @param told what was made of it, or what is wrong
     * @param place of what is wrong, or null
     * @param findings about the clip as it is written
     */
    public record Result(
            @Nullable Scene moved,
            @Nullable MotionPlan plan,
            String told,
            @Nullable Place place,
            List<Finding> findings) {}

    /** Reads or makes the clip, and its figures; cancelled between frames. */
    public Result run(Progress progress) {
        MotionPlan plan = null;
        try {
            plan = MotionText.plan(name, text);
            progress.at(0.3, say("app.MotionJob.working-out-the-formulas"));
            Scene moved = FormulaTransfer.onto(plan, figure, progress.part(0.3, 0.9));
            progress.at(0.9, say("app.MotionJob.looking-at-it"));
            FormulaReport report = moved.parts().of(FormulaReport.KEY).getLast();
            return new Result(moved, plan, report.told(), null, about(moved, plan.clip()));
        } catch (FormulaFault f) {
            return new Result(
                    null, plan, say("app.MotionJob.expected-found", f.expected(), f.found()), f.place(), List.of());
        }
    }

    /** What the rules about motion by formula notice. */
    private static List<Finding> about(Scene moved, String clip) {
        List<Finding> out = new ArrayList<>();
        Facts facts = new Facts(moved);
        AssetKinds.in(moved).stream()
                .filter(k -> k.code().equals(KIND))
                .forEach(k -> k.rules().forEach(r -> r.look(facts, null, out)));
        out.removeIf(f -> !f.figure().clip().equals(clip));
        return out;
    }

    /** The remedy that gives a figure the clip. */
    public static Remedy remedy(String text) {
        return new MoveByFormula(text);
    }

    /** The text of a remedy that does so, or null for another one. */
    public static @Nullable String text(Remedy r) {
        return r instanceof MoveByFormula m ? m.text() : null;
    }

    /**
     * Keeps a text as a file: whole, or what was there stays.
     *
     * @throws IOException when it cannot be written
     */
    public static void save(String text, Path file) throws IOException {
        Drafts.write(file, true, List.of(), o -> o.write(text.getBytes(StandardCharsets.UTF_8)));
    }

    /** Whether a figure has anything that can be moved. */
    public static boolean isOffered(Scene s) {
        return s.nodes().stream().anyMatch(n -> n.isJoint() || n.kind() == NodeKind.GROUP);
    }

    /** A text to begin with: one joint of the figure sways. */
    public static String first(Scene s) {
        String joint = name(s).replace("\\", "\\\\").replace("\"", "\\\"");
        return """
                # move: metres, turn: degrees, scale: times; against rest
                # t: seconds, u: share of the clip, 0 to 1
                # {joint.move.y}: the value of another channel
                schema = "idle-heron/motion/1"
                clip = "sway"
                seconds = 2
                rate = %s
                cyclic = true
                keys = "fewest"
                within = { mm = 0.05, degrees = 0.01 }

                [joints."%s".turn]
                z = "10 * sin(360 * u)"
                """.formatted(rate(s), joint);
    }

    private static String rate(Scene s) {
        var r = s.stage().rate();
        return r.denominator() == 1
                ? Long.toString(r.numerator())
                : "\"" + r.numerator() + "/" + r.denominator() + "\"";
    }

    /** The first that hangs on another and has something below it, else the first there is. */
    private static String name(Scene s) {
        List<Node> nodes = s.nodes();
        boolean jointless = s.joints().isEmpty();
        int[] able = IntStream.range(0, nodes.size())
                .filter(i -> nodes.get(i).isJoint() || jointless && nodes.get(i).kind() == NodeKind.GROUP)
                .toArray();
        int chosen = IntStream.of(able)
                .filter(i -> nodes.get(i).parent() >= 0 && nodes.stream().anyMatch(n -> n.parent() == i))
                .skip(1)
                .findFirst()
                .orElse(able.length == 0 ? 0 : able[able.length - 1]);
        String name = nodes.get(chosen).name();
        boolean one = nodes.stream().filter(n -> n.name().equals(name)).count() == 1;
        return one ? name : s.path(chosen);
    }
}
