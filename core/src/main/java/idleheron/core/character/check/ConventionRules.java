package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What a destination asks for and a scene does not have. */
public final class ConventionRules {
    private static final double ON_STEP = 0.01;

    private ConventionRules() {}

    /** Bones that run along another of the joints' own axes than the destination's. */
    static void bones(Facts f, @Nullable Convention c, List<Finding> out) {
        SignedAxis wanted = c == null ? null : c.more().skeleton().bonesAlong();
        if (wanted == null || c == null) {
            return;
        }
        Map<SignedAxis, Integer> count = new TreeMap<>();
        for (int j : f.scene().joints()) {
            SignedAxis along = f.along(j);
            if (along != null) {
                count.merge(along, 1, Integer::sum);
            }
        }
        int all = count.values().stream().mapToInt(i -> i).sum();
        int right = count.getOrDefault(wanted, 0);
        if (all == 0 || right * 2 > all) {
            return;
        }
        SignedAxis most = count.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .orElseThrow()
                .getKey();
        out.add(Finding.of("bones-along-other-axis", Severity.DRIFTS, Topic.JOINT_ORIENTATION)
                .says(
                        say("core.character.check.ConventionRules.bones-run-along", most.label()),
                        say(
                                "core.character.check.ConventionRules.of-bones-run-along-their-joint",
                                count.get(most),
                                all,
                                most.label(),
                                c.title(),
                                wanted.label()))
                .measured(Figure.of(all - right, say("core.character.check.ConventionRules.bones")))
                .atNode(f.scene().joints().getFirst())
                .mendedBy(idleheron.core.remedy.skeleton.AimJoints.along(wanted)));
    }

    static void rootName(Facts f, @Nullable Convention c, List<Finding> out) {
        String wanted = c == null ? "" : c.more().skeleton().root();
        Scene s = f.scene();
        if (wanted.isEmpty() || s.skeletonRoots().size() != 1) {
            return;
        }
        int root = s.skeletonRoots().getFirst();
        String name = s.nodes().get(root).name();
        if (!name.equals(wanted)) {
            out.add(Finding.of("root-named-otherwise", Severity.DRIFTS, Topic.HIERARCHY)
                    .says(
                            say("core.character.check.ConventionRules.the-root-is-called", name),
                            say("core.character.check.ConventionRules.the-destination-looks-for-clips-will", wanted))
                    .measured(Figure.of(1, say("core.character.check.ConventionRules.joints"), s.path(root)))
                    .atNode(root)
                    .mendedBy(RenameNodes.table(Map.of(name, wanted))));
        }
    }

    static void names(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        Scene s = f.scene();
        if (!c.more().skeleton().jointNames().isEmpty()) {
            Pattern rule = Pattern.compile(c.more().skeleton().jointNames());
            List<String> wrong = new ArrayList<>();
            Map<String, String> table = new TreeMap<>();
            int first = -1;
            for (int j : s.joints()) {
                String name = s.nodes().get(j).name();
                if (!rule.matcher(name).matches()) {
                    first = first < 0 ? j : first;
                    wrong.add(name);
                    String other = plain(name);
                    if (rule.matcher(other).matches()) {
                        table.put(name, other);
                    }
                }
            }
            if (!wrong.isEmpty()) {
                out.add(Finding.of("joint-names-break-rule", Severity.DRIFTS, Topic.HIERARCHY)
                        .says(
                                say(
                                        "core.character.check.ConventionRules.the-rule",
                                        wrong.size()
                                                + (wrong.size() == 1
                                                        ? say("core.character.check.ConventionRules.joint-name-breaks")
                                                        : say(
                                                                "core.character.check.ConventionRules.joint-names-break"))),
                                say(
                                        "core.character.check.ConventionRules.do-not-match",
                                        SkeletonRules.listed(wrong),
                                        rule,
                                        (table.isEmpty() ? "" : " " + preview(table))))
                        .measured(Figure.of(
                                wrong.size(), say("core.character.check.ConventionRules.joints"), s.path(first)))
                        .atNode(first)
                        .mendedBy(table.isEmpty() ? null : RenameNodes.table(table)));
            }
        }
        if (!c.more().clips().names().isEmpty()) {
            Pattern rule = Pattern.compile(c.more().clips().names());
            List<String> wrong = s.clips().stream()
                    .map(Clip::name)
                    .filter(n -> !rule.matcher(n).matches())
                    .toList();
            if (!wrong.isEmpty()) {
                out.add(Finding.of("clip-names-break-rule", Severity.DRIFTS, Topic.CLIPS)
                        .says(
                                say(
                                        "core.character.check.ConventionRules.the-rule",
                                        wrong.size()
                                                + (wrong.size() == 1
                                                        ? say("core.character.check.ConventionRules.clip-name-breaks")
                                                        : say(
                                                                "core.character.check.ConventionRules.clip-names-break"))),
                                say(
                                        "core.character.check.ConventionRules.do-not-match-2",
                                        SkeletonRules.listed(wrong),
                                        rule))
                        .measured(Figure.of(wrong.size(), say("core.character.check.ConventionRules.clips"))));
            }
        }
    }

    /** A name in lower case, words joined by underscores, without a namespace. */
    static String plain(String name) {
        String tail = name.substring(Math.max(name.lastIndexOf(':'), name.lastIndexOf('|')) + 1);
        return tail.replaceAll("(?<=[a-z0-9])(?=[A-Z])", "_")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9_]+", "_");
    }

    private static String preview(Map<String, String> table) {
        Map.Entry<String, String> e = table.entrySet().iterator().next();
        return say(
                "core.character.check.ConventionRules.would-be",
                e.getKey(),
                e.getValue(),
                (table.size() > 1 ? say("core.character.check.ConventionRules.and-so-on") : "."));
    }

    /** Joints that move nothing, where only those that do may come along. */
    static void controls(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null || c.more().skeleton().controls()) {
            return;
        }
        Scene s = f.scene();
        List<Integer> idle = KeepInfluencing.idle(s);
        if (!idle.isEmpty()) {
            out.add(Finding.of("joints-without-influence", Severity.DRIFTS, Topic.HIERARCHY)
                    .says(
                            idle.size()
                                    + (idle.size() == 1
                                            ? say("core.character.check.ConventionRules.joint-moves-nothing")
                                            : say("core.character.check.ConventionRules.joints-move-nothing")),
                            say(
                                    "core.character.check.ConventionRules.and-what-is-below-them-move",
                                    SkeletonRules.listed(idle.stream()
                                            .map(j -> s.nodes().get(j).name())
                                            .toList())))
                    .measured(Figure.of(
                            idle.size(), say("core.character.check.ConventionRules.joints"), s.path(idle.getFirst())))
                    .atNode(idle.getFirst())
                    .because(say("core.character.check.ConventionRules.controls-and-tips-went-along"))
                    .mendedBy(new KeepInfluencing()));
        }
    }

    /** Weights that the destination's bits cannot hold. */
    static void bits(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null || c.more().skeleton().weightBits() == 0) {
            return;
        }
        int steps = (1 << c.more().skeleton().weightBits()) - 1;
        int off = 0;
        double worst = 0;
        for (Mesh m : f.scene().meshes()) {
            Skin s = m.skin();
            for (int i = 0; s != null && i < s.weights().length; i++) {
                double x = s.weights()[i] * (double) steps;
                double d = Math.abs(x - Math.rint(x));
                off += d > ON_STEP ? 1 : 0;
                worst = Math.max(worst, d / steps);
            }
        }
        if (off > 0) {
            out.add(Finding.of("weights-will-be-rounded", Severity.DRIFTS, Topic.SKIN_WEIGHTS)
                    .says(
                            say(
                                    "core.character.check.ConventionRules.weights-will-be-rounded-to-bits",
                                    c.more().skeleton().weightBits()),
                            say(
                                    "core.character.check.ConventionRules.weights-are-no-whole-part-of",
                                    off,
                                    steps,
                                    Figure.number(worst)))
                    .measured(Figure.of(worst, ""))
                    .mendedBy(TuneWeights.quantise(c.more().skeleton().weightBits())));
        }
    }

    /** Pictures of kinds that are not taken. */
    static void pictures(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        Scene s = f.scene();
        List<String> kinds = c.more().surface().pictures();
        List<String> wrong = s.textures().stream()
                .map(Texture::fileName)
                .filter(n -> !kinds.isEmpty()
                        && !kinds.contains(n.substring(n.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)))
                .toList();
        if (!wrong.isEmpty()) {
            out.add(Finding.of("picture-kind-not-taken", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            say(
                                    "core.character.check.ConventionRules.of-a-kind-that-is-not",
                                    wrong.size()
                                            + (wrong.size() == 1
                                                    ? say("core.character.check.ConventionRules.picture-is")
                                                    : say("core.character.check.ConventionRules.pictures-are"))),
                            say(
                                    "core.character.check.ConventionRules.the-destination-takes",
                                    SkeletonRules.listed(wrong),
                                    String.join(", ", kinds)))
                    .measured(Figure.of(wrong.size(), say("core.character.check.ConventionRules.pictures"))));
        }
    }
}
