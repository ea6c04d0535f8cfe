package idleheron.formats.usd;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.Leftovers;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureKinds;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Layered;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Flatten;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Stages made into one file without going through a scene, so that everything a layer can say stays: flattened, a branch with
 * what it needs, or a package with all files gathered and pictures made to fit.
 */
final class StageEdits {
    private static final String FOLDER = "assets/";

    private final ComposedStage stage;
    private final Path in;
    private final Path out;
    private final PictureStyle style;
    private final Map<String, String> packed = new HashMap<>();
    private final List<UsdPackage.Content> contents = new ArrayList<>();
    private final Set<String> names = new TreeSet<>();
    private final Set<String> missing = new TreeSet<>();
    private final Path work;

    private StageEdits(ComposedStage stage, Path in, Path out, PictureStyle style, Path work) {
        this.stage = stage;
        this.in = in;
        this.out = out;
        this.style = style;
        this.work = work;
    }

    /**
     * One file that says what a stage says.
     *
     * @param subtree path of the prim to take along with what it needs, or "/" for all
     * @param style what pictures in a package become
     * @throws IOException when the target is there and may not be replaced, there is no such prim, or a file cannot be read
     */
    static Layered.Made flatten(Path in, String subtree, Path out, PictureStyle style, boolean overwrite)
            throws IOException {
        Path work = Leftovers.workFolder();
        try (Drafts drafts = new Drafts(overwrite, List.of(in))) {
            Path draft = drafts.draft(out);
            StageEdits e = new StageEdits(ComposedStage.of(in, FileBytes.of(in)), in, out, style, work);
            Layered.Made made;
            try {
                made = e.write(subtree, draft);
            } catch (IOException x) {
                throw Failures.written(out, x);
            }
            prove(draft, out);
            drafts.place();
            drafts.keep();
            return made;
        } finally {
            Leftovers.delete(work);
        }
    }

    /** Reads a draft back. A failure is told by the name of its target: it is a fault of ours and not of the draft's. */
    private static void prove(Path draft, Path out) throws IOException {
        try {
            ComposedStage.of(draft, FileBytes.of(draft)).each(p -> {});
        } catch (FormatException e) {
            throw new IOException(
                    say("formats.usd.StageEdits.does-not-read-back-as-it", out.getFileName(), e.getMessage()), e);
        }
    }

    private Layered.Made write(String subtree, Path draft) throws IOException {
        String variant = new UsdFormat().variant(out);
        boolean packs = variant.equals(UsdFormat.PACKAGE);
        Layer flat = Flatten.flatten(stage, packs ? this::packed : this::beside);
        if (!subtree.equals("/")) {
            flat = branch(flat, subtree);
        }
        int[] prims = new int[1];
        flat.root().each(s -> prims[0] += s.type() == Spec.Type.PRIM ? 1 : 0);
        if (packs) {
            Path layer = work.resolve("stage.usdc");
            Layers.writeCrate(flat, layer);
            contents.addFirst(new UsdPackage.Content("stage.usdc", layer));
            UsdPackage.write(contents, draft);
        } else if (variant.equals(UsdFormat.TEXT)) {
            Layers.writeText(flat, draft);
        } else {
            Layers.writeCrate(flat, draft);
        }
        return new Layered.Made(out, prims[0], Math.max(1, contents.size()), List.copyOf(missing));
    }

    /** An asset path as seen from the folder of the target. */
    private String beside(String layer, String asset) {
        if (asset.isEmpty()) {
            return "";
        }
        String id = stage.assets().resolve(layer, asset);
        if (!stage.assets().exists(id)) {
            missing.add(asset);
        }
        Path folder = java.util.Objects.requireNonNull(
                out.toAbsolutePath().normalize().getParent());
        try {
            String relative =
                    folder.relativize(Path.of(Assets.fileOf(id))).toString().replace('\\', '/');
            String inner = id.substring(Assets.fileOf(id).length());
            return (relative.startsWith("../") ? relative : "./" + relative) + inner;
        } catch (IllegalArgumentException e) {
            return id;
        }
    }

    /** The name of an asset in the package that is being made; its bytes are put there once. */
    private String packed(String layer, String asset) {
        if (asset.isEmpty()) {
            return "";
        }
        String id = stage.assets().resolve(layer, asset);
        String known = packed.get(id);
        if (known != null) {
            return known;
        }
        try {
            MemorySegment bytes = stage.assets().bytes(id);
            Path top = in.toAbsolutePath().normalize().getParent();
            if (bytes == null) {
                missing.add(asset);
                return asset;
            }
            byte[] content = bytes.toArray(ValueLayout.JAVA_BYTE);
            boolean near = top != null && PictureFiles.isInside(Path.of(Assets.fileOf(id)), List.of(top));
            if (!near || !PictureKinds.isPicture(content)) {
                missing.add(asset
                        + (near
                                ? say("formats.usd.StageEdits.no-picture")
                                : say("formats.usd.StageEdits.outside-the-folder-of-the-stage")));
                return asset;
            }
            String name = Assets.shortName(id).replaceAll("[^A-Za-z0-9._-]", "_");
            byte[] styled = style.applied(name, content);
            String wanted = styled == content ? name : style.named(name);
            String own = wanted;
            for (int i = 2; !names.add(own); i++) {
                own = i + "_" + wanted;
            }
            Path copy = work.resolve("asset_" + names.size());
            Files.write(copy, styled);
            contents.add(new UsdPackage.Content(FOLDER + own, copy));
            packed.put(id, FOLDER + own);
            return FOLDER + own;
        } catch (IOException e) {
            missing.add(asset);
            return asset;
        }
    }

    /** A prim with all that its relationships, connections and references lead to; of prims above only themselves. */
    static Layer branch(Layer flat, String path) throws IOException {
        if (flat.prim(path) == null) {
            throw new IOException(say("formats.usd.StageEdits.expected-a-prim-at-found-none", flat.name(), path));
        }
        Set<String> whole = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(path));
        while (!open.isEmpty()) {
            String at = open.poll();
            Spec s = flat.prim(at);
            if (s == null || whole.stream().anyMatch(w -> SpecPath.isUnder(at, w))) {
                continue;
            }
            whole.add(at);
            needs(s, open);
        }
        Layer out = Layer.empty(flat.name());
        flat.root().fields().forEach(out.root()::with);
        out.root().with(Field.DEFAULT_PRIM, TextValue.token(SpecPath.parts(path).getFirst()));
        for (Spec top : flat.root().children().values()) {
            Spec kept = kept(top, "/" + top.name(), whole);
            if (kept != null) {
                out.root().add(kept);
            }
        }
        return out;
    }

    private static void needs(Spec s, Deque<String> out) {
        s.each(x -> {
            for (String field : List.of(Field.TARGETS, Field.CONNECTIONS, Field.REFERENCES)) {
                Value v = x.get(field);
                if (v instanceof ListEdit e) {
                    e.lists()
                            .values()
                            .forEach(l -> l.forEach(o -> {
                                String p = o instanceof Reference r
                                        ? r.asset().isEmpty() ? r.prim() : ""
                                        : SpecPath.primOf((String) o);
                                if (!p.isEmpty()) {
                                    out.add(p);
                                }
                            }));
                }
            }
        });
    }

    private static @org.jspecify.annotations.Nullable Spec kept(Spec s, String path, Set<String> whole) {
        if (whole.stream().anyMatch(w -> SpecPath.isUnder(path, w))) {
            return s;
        }
        if (whole.stream().noneMatch(w -> SpecPath.isUnder(w, path))) {
            return null;
        }
        Spec out = new Spec(s.type(), s.name());
        s.fields().forEach(out::with);
        s.properties().values().forEach(out::add);
        for (Spec c : s.children().values()) {
            Spec kept = kept(c, path + "/" + c.name(), whole);
            if (kept != null) {
                out.add(kept);
            }
        }
        return out;
    }
}
