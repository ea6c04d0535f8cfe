package idleheron.formats.usd;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.spi.LayeredFile;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.LayerStack;
import idleheron.formats.usd.compose.Opinion;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;

/** A stage for a person to look through: its layers, its prims with the layers that speak of them, and who says what. */
final class StageView implements LayeredFile {
    private final ComposedStage stage;
    private final List<LayerLine> layers = new ArrayList<>();
    private final List<PrimLine> tops = new ArrayList<>();
    private final List<Packed> contents = new ArrayList<>();

    private StageView(ComposedStage stage) {
        this.stage = stage;
    }

    /** @throws IOException when the file is no stage or cannot be read */
    public static StageView of(Path file, Progress progress) throws IOException {
        MemorySegment bytes = FileBytes.of(file);
        StageView out = new StageView(ComposedStage.of(file, bytes));
        progress.at(0.3, say("formats.usd.StageView.putting-the-stage-together"));
        out.stage.each(p -> {});
        out.layers();
        for (ComposedPrim p : out.stage.tops()) {
            out.tops.add(out.line(p));
        }
        if (Layers.form(bytes) == Layers.Form.PACKAGE) {
            UsdPackage.read(String.valueOf(file.getFileName()), bytes).entries().stream()
                    .map(e -> new Packed(e.name(), e.bytes().byteSize()))
                    .sorted(Comparator.comparingLong(Packed::bytes).reversed())
                    .forEach(out.contents::add);
        }
        return out;
    }

    private void layers() throws IOException {
        List<LayerStack.Member> stack = stage.layers().layers();
        for (String id : stage.assets().layers().keySet()) {
            boolean own = stack.stream().anyMatch(m -> m.id().equals(id));
            MemorySegment b = stage.assets().bytes(id);
            layers.add(new LayerLine(
                    id,
                    Assets.shortName(id),
                    id.equals(stage.layers().id()) ? "top" : own ? "sublayer" : say("formats.usd.StageView.brought-in"),
                    b == null ? "" : Layers.form(b).label(),
                    b == null ? 0 : b.byteSize()));
        }
    }

    private int index(String id) {
        for (int i = 0; i < layers.size(); i++) {
            if (layers.get(i).id().equals(id)) {
                return i;
            }
        }
        return 0;
    }

    private PrimLine line(ComposedPrim p) {
        TreeSet<Integer> who = new TreeSet<>();
        p.opinions().forEach(o -> who.add(index(o.layer().id())));
        return new PrimLine(
                p.path(),
                p.name(),
                p.typeName(),
                p.isThere(),
                List.copyOf(who),
                p.children().stream().map(this::line).toList());
    }

    /** In the order in which they were opened, the top first. */
    @Override
    public List<LayerLine> layerLines() {
        return java.util.Collections.unmodifiableList(layers);
    }

    @Override
    public List<PrimLine> prims() {
        return java.util.Collections.unmodifiableList(tops);
    }

    /** Files of a package, the largest first; none for a layer. */
    @Override
    public List<Packed> contents() {
        return java.util.Collections.unmodifiableList(contents);
    }

    @Override
    public List<Trouble> troubles() {
        return stage.problems().stream()
                .map(p -> new Trouble(p.subject(), p.message()))
                .toList();
    }

    /** Every opinion about every property of a prim, by property, the strongest first. */
    @Override
    public List<Said> said(String path) {
        List<Said> out = new ArrayList<>();
        ComposedPrim p = stage.prim(path);
        if (p == null) {
            return out;
        }
        for (String name : p.propertyNames()) {
            ComposedProperty q = p.property(name);
            if (q == null) {
                continue;
            }
            boolean first = true;
            for (Opinion o : q.opinions()) {
                String value = value(o, q.isRelationship());
                out.add(new Said(
                        name,
                        q.isRelationship() ? "relationship" : q.typeName(),
                        index(o.layer().id()),
                        o.arc().label(),
                        o.path(),
                        value,
                        first && !value.isEmpty()));
                first &= value.isEmpty();
            }
        }
        return out;
    }

    private static String value(Opinion o, boolean relationship) {
        Value v = o.spec().get(relationship ? Field.TARGETS : Field.TIME_SAMPLES);
        if (v == null && !relationship) {
            v = o.spec().get(Field.DEFAULT);
        }
        if (v == null && !relationship) {
            v = o.spec().get(Field.CONNECTIONS);
        }
        if (v instanceof TimeSamples t) {
            return t.count()
                    + (t.count() == 1 ? " sample" : " samples")
                    + (t.count() == 0
                            ? ""
                            : String.format(
                                    java.util.Locale.ROOT, ", %.6g to %.6g", t.times()[0], t.times()[t.count() - 1]));
        }
        return v == null ? "" : UsdOutline.shown(v);
    }
}
