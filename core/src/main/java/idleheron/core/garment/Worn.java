package idleheron.core.garment;

import idleheron.core.Topic;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeBound;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is worn by what.
 *
 * @param body the node that shows the body
 * @param garments the nodes that show what it wears
 */
public record Worn(int body, List<Integer> garments) implements NodeBound<Worn> {
    /** Under which a scene keeps it; there is one at most. */
    public static final PartKey<Worn> KEY = new PartKey<>("worn", Worn.class);

    public static final Topic TOPIC = new Topic("garments", "Garments");

    public Worn {
        garments = List.copyOf(garments);
    }

    /** Of a scene, or null. */
    public static @Nullable Worn in(Scene scene) {
        List<Worn> all = scene.parts().of(KEY);
        return all.isEmpty() || all.getFirst().body < 0 ? null : all.getFirst();
    }

    @Override
    public Worn renumbered(int[] to) {
        return new Worn(
                body < 0 ? -1 : to[body],
                garments.stream().map(n -> to[n]).filter(n -> n >= 0).toList());
    }

    /** It holds no length. */
    @Override
    public Worn moved(Spaces spaces) {
        return this;
    }

    /** Names of what is worn. */
    public String names(Scene scene) {
        return String.join(
                ", ", garments.stream().map(g -> scene.nodes().get(g).name()).toList());
    }

    /** A scene whose body wears nothing any more; the nodes that showed garments stay, and show nothing. */
    public static Scene undressed(Scene s) {
        Worn worn = in(s);
        if (worn == null) {
            return s;
        }
        List<Node> nodes = new ArrayList<>(s.nodes());
        worn.garments().forEach(g -> nodes.set(g, nodes.get(g).withPayload(NodeKind.GROUP, -1)));
        return s.withNodes(nodes).with(KEY, List.of());
    }
}
