package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the screen that looks over an asset says, and where a finding leads. */
record LookOverModel(CheckJob.Result result, @Nullable Convention destination) {

    /** One choice of findings: all, or those of one severity. */
    record Filter(String text, @Nullable Severity only) {}

    /**
     * Where a finding leads.
     *
     * @param clip to be played, or null
     * @param seconds where to stop, NaN where it is nowhere in time
     * @param table that shows its subject, or null
     * @param node it is about, or -1
     */
    record Lead(
            @Nullable Clip clip, double seconds, @Nullable FactTable table, int node) {}

    private Scene scene() {
        return result.asset().scene();
    }

    /** "rigged character", with what became of a damaged file. */
    String word() {
        return AssetKinds.main(scene()).word(scene())
                + (scene().isRescued() ? say("desktop.inspect.LookOverModel.rescued-in-part") : "");
    }

    /** Height, what tells it from others of its kind, and clips. */
    String summary() {
        AssetKind kind = AssetKinds.main(scene());
        if (scene().nodes().isEmpty()) {
            return kind.summary(scene());
        }
        double height = result.facts().height();
        String all =
                kind.summary(scene()) + " · " + Wording.counted(scene().clips().size(), "clip");
        return Double.isNaN(height)
                ? all
                : say("desktop.inspect.LookOverModel.m-high", Figure.number(height)) + " · " + all;
    }

    /** What is declared and measured, with the carrier first and the size of the file last. */
    List<FactGroup> figures() {
        Asset a = result.asset();
        List<FactGroup> groups = result.figures();
        List<FactGroup> out = new ArrayList<>();
        for (int i = 0; i < Math.max(1, groups.size()); i++) {
            List<FactLine> lines =
                    new ArrayList<>(groups.isEmpty() ? List.of() : groups.get(i).lines());
            if (i == 0) {
                lines.addFirst(new FactLine(say("desktop.inspect.LookOverModel.file"), a.format() + " " + a.variant()));
            }
            if (i >= groups.size() - 1) {
                lines.add(new FactLine(say("desktop.inspect.LookOverModel.on-disk"), Wording.bytes(a.bytes())));
            }
            out.add(new FactGroup(groups.isEmpty() ? "" : groups.get(i).title(), lines));
        }
        return out;
    }

    /** All, and each severity that there is. */
    List<Filter> filters() {
        List<Filter> out = new ArrayList<>();
        out.add(new Filter(
                say("desktop.inspect.LookOverModel.all", result.findings().size()), null));
        for (Severity s : Severity.values()) {
            long n = result.findings().stream().filter(f -> f.severity() == s).count();
            if (n > 0) {
                out.add(new Filter(n + " " + s.shown(), s));
            }
        }
        return out;
    }

    List<Finding> findings(@Nullable Severity only) {
        return result.findings().stream()
                .filter(f -> only == null || f.severity() == only)
                .toList();
    }

    /** For whom it was checked, by how many rules, and how many of them found something. */
    String checked() {
        long codes = result.findings().stream().map(Finding::code).distinct().count();
        return say(
                "desktop.inspect.LookOverModel.checked-of-rules-found-something",
                (destination == null
                        ? say("desktop.inspect.LookOverModel.without-a-destination")
                        : say("desktop.inspect.LookOverModel.for", destination.title())),
                codes,
                Inspection.ruleCount());
    }

    Lead lead(Finding f) {
        List<FactTable> tables = AssetKinds.tables(scene());
        boolean joint = f.node() >= 0 && scene().nodes().get(f.node()).isJoint();
        Topic about = joint ? Topic.HIERARCHY : f.topic();
        FactTable table = tables.stream()
                .filter(t -> t.topics().contains(about))
                .findFirst()
                .orElse(null);
        Clip clip = scene().clips().stream()
                .filter(c -> c.name().equals(f.figure().clip()))
                .findFirst()
                .orElse(null);
        double frame = f.figure().frame();
        double seconds = clip != null
                ? clip.rate().seconds(frame)
                : scene().nodes().isEmpty() || f.node() < 0
                        ? scene().stage().rate().seconds(frame)
                        : Double.NaN;
        return new Lead(clip, seconds, table, f.node());
    }
}
