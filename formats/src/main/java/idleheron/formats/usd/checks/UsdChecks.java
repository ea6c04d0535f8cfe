package idleheron.formats.usd.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Opinion;
import idleheron.formats.usd.compose.Problem;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.read.UsdRead;
import idleheron.formats.usd.write.UsdAssetPaths;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What goes wrong with stages on the way: looked for in the stage itself, since a scene does not know layers. */
public final class UsdChecks {
    private static final double LARGEST_PACKAGE = 25e6;
    private static final int MANY_BYTES = 4096;

    /** Told once for all places. */
    private static final java.util.Set<String> GROUPED =
            java.util.Set.of("path-leaves-folder", "faces-left-handed", "subdivided-unasked", "surface-not-preview");

    private final Scene scene;
    private final ComposedStage stage;
    private final Path folder;
    private final @Nullable Convention convention;
    private final List<Finding> out = new ArrayList<>();
    /** What the first of a group says, by where it stands. */
    private final Map<Integer, String> heads = new HashMap<>();

    private final Map<String, int[]> groups = new LinkedHashMap<>();

    private UsdChecks(Scene scene, ComposedStage stage, Path folder, @Nullable Convention convention) {
        this.scene = scene;
        this.stage = stage;
        this.folder = folder;
        this.convention = convention;
    }

    /**
     * @param scene read from the file
     * @return nothing for a file that is no stage
     */
    public static List<Finding> of(Scene scene, Path file, @Nullable Convention convention) {
        try {
            if (!Files.isRegularFile(file)) {
                return List.of();
            }
            MemorySegment bytes = FileBytes.of(file);
            if (Layers.form(bytes) == Layers.Form.OTHER) {
                return List.of();
            }
            Path folder = java.util.Objects.requireNonNull(
                    file.toAbsolutePath().normalize().getParent());
            UsdChecks c = new UsdChecks(scene, ComposedStage.of(file, bytes), folder, convention);
            return c.all(file, bytes);
        } catch (IOException e) {
            return List.of();
        }
    }

    private List<Finding> all(Path file, MemorySegment bytes) throws FormatException {
        List<ComposedPrim> prims = new ArrayList<>();
        stage.each(prims::add);
        declarations();
        paths();
        Map<String, List<String>> skeletons = new LinkedHashMap<>();
        for (ComposedPrim p : prims) {
            if (!p.isThere()) {
                continue;
            }
            switch (p.typeName()) {
                case "Mesh" -> new UsdMeshChecks(this).mesh(p);
                case "Skeleton" -> {
                    new UsdSkelChecks(this).skeleton(p);
                    skeletons.put(p.path(), UsdRead.words(p, "joints"));
                }
                case "SkelAnimation" -> new UsdSkelChecks(this).animation(p, skeletons);
                default -> {}
            }
        }
        repeated(prims);
        starts(prims);
        surfaces();
        if (Layers.form(bytes) == Layers.Form.PACKAGE) {
            contents(file, bytes);
        }
        for (Problem p : stage.problems()) {
            if (p.code().equals(Problem.MISSING_LAYER) && p.subject().startsWith("/")) {
                continue; // the file itself is told
            }
            boolean missing = p.code().equals(Problem.MISSING_LAYER)
                    || p.code().equals(Problem.BROKEN_LAYER)
                    || p.code().equals(Problem.CLIP_MISSING);
            add(Finding.of(
                            missing ? "layer-missing" : "arc-fault",
                            p.code().equals(Problem.RELOCATES) ? Severity.NOTE : Severity.BREAKS,
                            Topic.HIERARCHY)
                    .says(
                            missing
                                    ? say("formats.usd.checks.UsdChecks.a-file-of-the-stage-is")
                                    : say("formats.usd.checks.UsdChecks.something-that-is-brought-in-cannot"),
                            p.subject() + ": " + p.message() + ".")
                    .measured(Figure.of(1, say("formats.usd.checks.UsdChecks.files"), p.subject()))
                    .because(
                            missing
                                    ? say("formats.usd.checks.UsdChecks.the-top-layer-was-sent-without")
                                    : say("formats.usd.checks.UsdChecks.an-arc-was-told-by-hand")));
        }
        return out;
    }

    /** Takes a finding about the subject of its figure; those of {@link #GROUPED} codes are counted in the first one. */
    void add(Finding f) {
        String subject = f.figure().subject();
        int[] same = GROUPED.contains(f.code())
                ? groups.computeIfAbsent(f.code() + f.title(), k -> new int[] {out.size(), 0})
                : null;
        if (same != null && ++same[1] > 1) {
            Finding first = out.get(same[0]);
            String head = heads.computeIfAbsent(same[0], k -> first.message());
            out.set(
                    same[0],
                    first.says(f.title(), say("formats.usd.checks.UsdChecks.such-in-all", head, same[1]))
                            .measured(Figure.of(
                                    same[1], f.figure().unit(), first.figure().subject()))
                            .because(f.likelyCause())
                            .mendedBy(f.remedy()));
            return;
        }
        out.add(f.atNode(scene.find(subject.substring(subject.lastIndexOf('/') + 1))));
    }

    private void declarations() {
        Spec root = stage.root().root();
        List<String> missing = new ArrayList<>();
        if (root.text(Field.UP_AXIS).isEmpty()) {
            missing.add(say("formats.usd.checks.UsdChecks.up-axis"));
        }
        if (root.get(Field.METERS_PER_UNIT) == null) {
            missing.add("unit");
        }
        if (root.get(Field.TIME_CODES_PER_SECOND) == null && root.get(Field.FRAMES_PER_SECOND) == null) {
            missing.add("rate");
        }
        if (!missing.isEmpty()) {
            add(Finding.of("stage-undeclared", Severity.DRIFTS, Topic.UNITS_AND_AXES)
                    .says(
                            say(
                                    "formats.usd.checks.UsdChecks.the-stage-does-not-declare-its",
                                    String.join(", ", missing)),
                            say("formats.usd.checks.UsdChecks.the-standard-then-says-y-up"))
                    .measured(Figure.of(
                            missing.size(),
                            say("formats.usd.checks.UsdChecks.declarations"),
                            stage.root().name()))
                    .because(say("formats.usd.checks.UsdChecks.the-layer-was-written-by-hand")));
        }
        String top = stage.root().defaultPrim();
        ComposedPrim p = top.isEmpty() ? null : stage.prim("/" + top);
        if (p == null) {
            add(Finding.of("no-default-prim", Severity.DRIFTS, Topic.HIERARCHY)
                    .says(
                            top.isEmpty()
                                    ? say("formats.usd.checks.UsdChecks.no-default-prim-is-told")
                                    : say("formats.usd.checks.UsdChecks.the-default-prim-is-not-there"),
                            say("formats.usd.checks.UsdChecks.who-refers-to-this-file-without"))
                    .measured(Figure.of(
                            0,
                            say("formats.usd.checks.UsdChecks.prims"),
                            stage.root().name())));
        }
    }

    /** Asset paths that are absolute, or lead out of the folder. */
    private void paths() {
        stage.assets().layers().forEach((id, layer) -> {
            layer.sublayers().forEach(s -> path(layer.name(), s.asset(), id));
            layer.root().each(s -> {
                for (Value v : s.fields().values()) {
                    UsdAssetPaths.each(v, a -> path(layer.name(), a, id));
                }
            });
        });
    }

    private void path(String layer, String asset, String id) {
        if (asset.isEmpty()) {
            return;
        }
        boolean absolute = asset.startsWith("/") || asset.matches("[A-Za-z]:[\\\\/].*") || asset.startsWith("\\\\");
        boolean leaves = !absolute
                && Assets.fileOf(id).equals(id)
                && !stage.assets().resolve(id, asset).startsWith(folder.toString());
        if (absolute || leaves) {
            add(Finding.of("path-leaves-folder", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            absolute
                                    ? say("formats.usd.checks.UsdChecks.a-path-holds-on-one-machine")
                                    : say("formats.usd.checks.UsdChecks.a-path-leads-out-of-the"),
                            say(
                                    "formats.usd.checks.UsdChecks.points-to",
                                    layer,
                                    asset,
                                    (absolute
                                            ? say("formats.usd.checks.UsdChecks.from-the-top-of-a-disk")
                                            : say("formats.usd.checks.UsdChecks.beside-the-folder-of-the-stage"))))
                    .measured(Figure.of(1, say("formats.usd.checks.UsdChecks.paths"), asset))
                    .because(say("formats.usd.checks.UsdChecks.the-file-was-chosen-from-where")));
        }
    }

    /** Bytes that stronger layers say again although a weaker one says the same. */
    private void repeated(List<ComposedPrim> prims) {
        Map<String, Long> bytes = new LinkedHashMap<>();
        for (ComposedPrim p : prims) {
            for (String name : p.propertyNames()) {
                ComposedProperty q = p.property(name);
                if (q == null || q.opinions().size() < 2) {
                    continue;
                }
                for (int i = 0; i + 1 < q.opinions().size(); i++) {
                    Opinion strong = q.opinions().get(i);
                    Opinion weak = q.opinions().get(i + 1);
                    if (strong.layer().layer() != weak.layer().layer()
                            && strong.spec().get(Field.DEFAULT) instanceof Numbers n
                            && weak.spec().get(Field.DEFAULT) instanceof Numbers m
                            && n.equals(m)) {
                        bytes.merge(
                                strong.layer().layer().name(),
                                n.count() * n.kind().bytes(),
                                Long::sum);
                    }
                }
            }
        }
        bytes.forEach((layer, n) -> {
            if (n >= MANY_BYTES) {
                add(Finding.of("said-again", Severity.NOTE, Topic.SURFACES)
                        .says(
                                say("formats.usd.checks.UsdChecks.a-layer-says-again-what-a"),
                                say("formats.usd.checks.UsdChecks.repeats-kb-word-for-word-a", layer, n / 1000))
                        .measured(Figure.of(n / 1000.0, "kB", layer))
                        .because(say("formats.usd.checks.UsdChecks.everything-was-written-again-where-only")));
            }
        });
    }

    /** Whether what moves begins after the range does. */
    private void starts(List<ComposedPrim> prims) {
        double start = stage.root().number(Field.START);
        double first = Double.POSITIVE_INFINITY;
        String subject = "";
        for (ComposedPrim p : prims) {
            for (String name : p.isThere() ? p.propertyNames() : List.<String>of()) {
                ComposedProperty q = p.property(name);
                TimeSamples t = q == null ? null : q.samples();
                if (t != null && t.count() > 1 && t.times()[0] < first) {
                    first = t.times()[0];
                    subject = p.path();
                }
            }
        }
        if (first > start + 1e-6 && Double.isFinite(first)) {
            add(Finding.of("animation-starts-late", Severity.DRIFTS, Topic.CLIPS)
                    .says(
                            say("formats.usd.checks.UsdChecks.nothing-moves-at-the-start-of"),
                            String.format(
                                    Locale.ROOT,
                                    say("formats.usd.checks.UsdChecks.the-range-starts-at-6g-and"),
                                    start,
                                    first))
                    .measured(Figure.of(first - start, say("formats.usd.checks.UsdChecks.frames"), subject))
                    .because(say("formats.usd.checks.UsdChecks.the-range-was-told-for-the")));
        }
    }

    /** Surfaces that a phone does not show. */
    private void surfaces() {
        if (convention == null || !convention.code().equals("phone")) {
            return;
        }
        for (var m : scene.materials()) {
            if (!m.model().equals("UsdPreviewSurface")) {
                add(Finding.of("surface-not-preview", Severity.DRIFTS, Topic.MATERIALS)
                        .says(
                                say("formats.usd.checks.UsdChecks.a-surface-is-not-the-preview"),
                                say("formats.usd.checks.UsdChecks.is-told-as-a-phone-shows", m.name(), m.model()))
                        .measured(Figure.of(1, say("formats.usd.checks.UsdChecks.materials"), m.name()))
                        .because(say("formats.usd.checks.UsdChecks.it-was-painted-for-a-renderer")));
            }
        }
    }

    private void contents(Path file, MemorySegment bytes) throws FormatException {
        boolean phone = convention != null && convention.code().equals("phone");
        if (phone && bytes.byteSize() > LARGEST_PACKAGE) {
            add(Finding.of("package-large", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            say("formats.usd.checks.UsdChecks.the-package-is-large-for-a"),
                            String.format(
                                    Locale.ROOT,
                                    say("formats.usd.checks.UsdChecks.it-holds-1f-mb-0f-mb"),
                                    bytes.byteSize() / 1e6,
                                    LARGEST_PACKAGE / 1e6))
                    .measured(Figure.of(bytes.byteSize() / 1e6, "MB", String.valueOf(file.getFileName())))
                    .because(say("formats.usd.checks.UsdChecks.pictures-travel-as-they-were-painted")));
        }
        for (UsdPackage.Entry e :
                UsdPackage.read(String.valueOf(file.getFileName()), bytes).entries()) {
            if (!e.isAligned()) {
                add(Finding.of("package-unaligned", Severity.BREAKS, Topic.HIERARCHY)
                        .says(
                                say("formats.usd.checks.UsdChecks.a-file-of-the-package-does"),
                                say(
                                        "formats.usd.checks.UsdChecks.begins-at-byte-strict-receivers-refuse",
                                        e.name(),
                                        e.at()))
                        .measured(
                                Figure.of((double) (e.at() % 64), say("formats.usd.checks.UsdChecks.bytes"), e.name()))
                        .because(say("formats.usd.checks.UsdChecks.it-was-packed-by-a-general")));
            }
        }
    }

    ComposedStage stage() {
        return stage;
    }
}
