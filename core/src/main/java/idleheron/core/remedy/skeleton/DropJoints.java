package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Takes out joints that end a chain and move no point.
 *
 * @param names which ones, or empty for all
 */
public record DropJoints(List<String> names) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "drop-tips",
                    DropJoints.class,
                    Keeps.PICTURE,
                    say("core.remedy.skeleton.DropJoints.takes-out-every-joint-that-ends"))
            .told(all())
            .measured(say("core.remedy.skeleton.DropJoints.tip-joints"), s -> Integer.toString(tips(s).size()));

    public DropJoints {
        names = List.copyOf(names);
    }

    /** All joints that end a chain and move no point. */
    public static DropJoints all() {
        return new DropJoints(List.of());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.DropJoints.drop-the-tip-joints");
    }

    @Override
    public String describe() {
        return names.isEmpty()
                ? say("core.remedy.skeleton.DropJoints.takes-out-every-joint-that-ends")
                : say("core.remedy.skeleton.DropJoints.takes-out-joints-that-end-a", names.size());
    }

    @Override
    public Scene apply(Scene scene) {
        Set<Integer> gone = new HashSet<>();
        for (int t : names.isEmpty() ? tips(scene) : ends(scene)) {
            if (names.isEmpty() || names.contains(scene.nodes().get(t).name())) {
                gone.add(t);
            }
        }
        return gone.isEmpty() ? scene : NodeRemoval.remove(scene, gone);
    }

    /** Joints that end a chain and move no point, of a scene that has a skin. */
    public static List<Integer> tips(Scene scene) {
        for (boolean w : NodeRemoval.weighted(scene)) {
            if (w) {
                return ends(scene);
            }
        }
        return List.of();
    }

    /** Joints under another joint, without children, that move no point. */
    public static List<Integer> ends(Scene scene) {
        boolean[] weighted = NodeRemoval.weighted(scene);
        boolean[] parent = new boolean[weighted.length];
        for (int i = 0; i < weighted.length; i++) {
            if (scene.nodes().get(i).parent() >= 0) {
                parent[scene.nodes().get(i).parent()] = true;
            }
        }
        return scene.joints().stream()
                .filter(j -> !weighted[j] && !parent[j] && scene.jointAbove(j) >= 0)
                .toList();
    }
}
