package idleheron.formats.usd.compose;

import static idleheron.core.Messages.say;

import idleheron.core.job.Budget;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.Value;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** A layer with everything that it brings in, put together. Prims are composed when they are asked for; on one thread. */
public final class ComposedStage {

    private final Assets assets;
    private final LayerStack stack;
    private final PrimIndexer indexer;
    private final List<Problem> problems;
    private final Map<ComposedPrim, List<ComposedPrim>> children = new HashMap<>();
    private final Map<String, ComposedPrim> byPath = new HashMap<>();
    private @Nullable List<ComposedPrim> tops;
    /** Prims so far, each as often as there are places with a say in it. */
    private long prims;

    private ComposedStage(Assets assets, LayerStack stack, PrimIndexer indexer, List<Problem> problems) {
        this.assets = assets;
        this.stack = stack;
        this.indexer = indexer;
        this.problems = problems;
    }

    /** The stage that a file is the top of. */
    public static ComposedStage of(Path file, MemorySegment bytes) throws FormatException {
        Assets assets = new Assets();
        return open(assets.rootOf(file, bytes), assets, true);
    }

    /**
     * @param id of the layer at the top
     * @param payloads whether what may be left unloaded is loaded
     * @throws FormatException when that layer cannot be read; whatever else fails is a problem
     */
    public static ComposedStage open(String id, Assets assets, boolean payloads) throws FormatException {
        List<Problem> problems = new ArrayList<>();
        assets.root(id);
        PrimIndexer indexer = new PrimIndexer(assets, payloads, problems);
        LayerStack stack = indexer.stack(id);
        if (stack == null) {
            Problem p = problems.getFirst();
            throw FormatException.in(p.subject(), say("formats.usd.compose.ComposedStage.a-layer"), p.message());
        }
        return new ComposedStage(assets, stack, indexer, problems);
    }

    /** The same with another variant chosen on one of its top prims. */
    public ComposedStage choosing(String prim, String set, String variant) {
        Spec over =
                Spec.prim(prim, Specifier.OVER, "").with(Field.VARIANTS, new Value.Selections(Map.of(set, variant)));
        Layer session = Layer.empty("session");
        session.root().add(over);
        List<Problem> met = new ArrayList<>();
        return new ComposedStage(assets, stack.under(session), new PrimIndexer(assets, true, met), met);
    }

    public Assets assets() {
        return assets;
    }

    /** The layer at the top with its sublayers. */
    public LayerStack layers() {
        return stack;
    }

    public Layer root() {
        return stack.root();
    }

    /** What was met so far; complete once every prim was asked for. */
    public List<Problem> problems() {
        return java.util.Collections.unmodifiableList(problems);
    }

    void tell(Problem p) {
        if (!problems.contains(p)) {
            problems.add(p);
        }
    }

    /** Prims directly under the top. */
    public List<ComposedPrim> tops() {
        if (tops == null) {
            List<ComposedPrim> out = new ArrayList<>();
            for (String name : ComposedPrim.names(IndexNode.root(stack, "/"))) {
                out.add(made(null, indexer.top(stack, name)));
            }
            tops = out;
        }
        return tops;
    }

    private ComposedPrim made(@Nullable ComposedPrim parent, IndexNode index) {
        prims += index.ordered().size();
        Budget.PRIMS.check(prims);
        ComposedPrim out = new ComposedPrim(this, parent, index);
        byPath.put(out.path(), out);
        if (out.metadata(Field.RELOCATES) != null) {
            tell(new Problem(
                    Problem.RELOCATES,
                    out.path(),
                    say("formats.usd.compose.ComposedStage.relocates-are-recognised-and-not-followed")));
        }
        return out;
    }

    List<ComposedPrim> children(ComposedPrim parent) {
        return children.computeIfAbsent(parent, p -> {
            if (!p.isActive()) {
                return List.of();
            }
            IndexNode index = p.index();
            if (p.isInstance()) {
                index.each(n -> n.silent |= !n.isWithin());
            }
            List<ComposedPrim> out = new ArrayList<>();
            for (String name : p.childNames()) {
                out.add(made(p, indexer.under(index, name)));
            }
            return out;
        });
    }

    /** The prim at a path, or null. */
    public @Nullable ComposedPrim prim(String path) {
        ComposedPrim known = byPath.get(path);
        if (known != null) {
            return known;
        }
        List<ComposedPrim> at = tops();
        ComposedPrim found = null;
        for (String name : SpecPath.parts(path)) {
            found = null;
            for (ComposedPrim p : at) {
                if (p.name().equals(name)) {
                    found = p;
                }
            }
            if (found == null) {
                return null;
            }
            at = found.children();
        }
        return found;
    }

    /** Every prim, parents before children. */
    public void each(Consumer<ComposedPrim> f) {
        for (ComposedPrim p : tops()) {
            each(p, f);
        }
    }

    private static void each(ComposedPrim p, Consumer<ComposedPrim> f) {
        f.accept(p);
        p.children().forEach(c -> each(c, f));
    }

    public double timeCodesPerSecond() {
        return stack.timeCodesPerSecond();
    }
}
