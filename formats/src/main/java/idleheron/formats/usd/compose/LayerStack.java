package idleheron.formats.usd.compose;

import static idleheron.core.Messages.say;

import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.TimeOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A layer with its sublayers, strongest first.
 *
 * @param id of the layer at its top
 * @param root the layer at its top
 * @param layers the strongest first; one before the top holds choices of this session
 */
public record LayerStack(String id, Layer root, List<Member> layers) {
    /**
     * One layer in a stack.
     *
     * @param id where it was found
     * @param offset from its time to that of the stack
     * @param depth how many sublayers deep, 0 for the top
     */
    public record Member(String id, Layer layer, TimeOffset offset, int depth) {}

    public LayerStack {
        layers = List.copyOf(layers);
    }

    public double timeCodesPerSecond() {
        return root.timeCodesPerSecond();
    }

    /** With a layer that is stronger than all others. */
    LayerStack under(Layer session) {
        List<Member> all = new ArrayList<>(layers);
        all.addFirst(new Member(id, session, TimeOffset.NONE, 0));
        return new LayerStack(id, root, all);
    }

    /** @return null where the layer at the top cannot be read; that is told already */
    static @Nullable LayerStack of(String id, Assets assets, List<Problem> problems) {
        Layer top = assets.layer(id, problems);
        if (top == null) {
            return null;
        }
        List<Member> out = new ArrayList<>();
        new Gathering(assets, new HashSet<>(Set.of(id)), out, problems).add(id, top, TimeOffset.NONE, 0);
        return new LayerStack(id, top, out);
    }

    /** Goes through sublayers, strongest first. */
    private record Gathering(Assets assets, Set<String> above, List<Member> out, List<Problem> problems) {
        void add(String id, Layer layer, TimeOffset offset, int depth) {
            out.add(new Member(id, layer, offset, depth));
            for (Layer.Sublayer s : layer.sublayers()) {
                String sub = assets.resolve(id, s.asset());
                if (above.contains(sub)) {
                    problems.add(new Problem(
                            Problem.LAYER_CYCLE,
                            layer.name(),
                            say("formats.usd.compose.LayerStack.sublayer-brings-itself-in-it-is", s.asset())));
                    continue;
                }
                Layer l = assets.layer(sub, problems);
                if (l == null) {
                    continue;
                }
                above.add(sub);
                TimeOffset own = rated(s.offset(), layer.timeCodesPerSecond(), l.timeCodesPerSecond());
                add(sub, l, offset.after(own), depth + 1);
                above.remove(sub);
            }
        }
    }

    /** An offset told in the outer layer's time codes, for an inner one that counts at another rate. */
    static TimeOffset rated(TimeOffset told, double outer, double inner) {
        return outer == inner ? told : new TimeOffset(told.offset(), told.scale() * outer / inner);
    }
}
