package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Keeps joints that move a point, and those above them; of skeletons that move nothing in a scene where another one does, all
 * goes. Joints that other nodes hang under stay.
 */
public record KeepInfluencing() implements Remedy {
    /** How many joints there are. */
    public static final Measure JOINTS =
            new Measure("joints", s -> Integer.toString(s.joints().size()));

    public static final RemedyType TYPE = RemedyType.of(
                    "keep-influencing",
                    KeepInfluencing.class,
                    Keeps.PICTURE,
                    say("core.remedy.skeleton.KeepInfluencing.takes-out-joints-that-move-no"))
            .told(new KeepInfluencing())
            .measured(JOINTS);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.KeepInfluencing.keep-only-joints-with-influence");
    }

    @Override
    public String describe() {
        return say("core.remedy.skeleton.KeepInfluencing.takes-out-joints-that-move-no-2");
    }

    @Override
    public Scene apply(Scene scene) {
        Set<Integer> gone = new HashSet<>(idle(scene));
        return gone.isEmpty() ? scene : NodeRemoval.remove(scene, gone);
    }

    /** Joints that move no point, nor does any joint below them, with nothing else under them. */
    public static List<Integer> idle(Scene scene) {
        boolean[] needed = NodeRemoval.weighted(scene);
        boolean any = false;
        for (boolean b : needed) {
            any |= b;
        }
        if (!any) {
            return List.of();
        }
        for (int i = needed.length - 1; i >= 0; i--) {
            needed[i] |= !scene.nodes().get(i).isJoint();
            int p = scene.nodes().get(i).parent();
            if (needed[i] && p >= 0) {
                needed[p] = true;
            }
        }
        return scene.joints().stream().filter(j -> !needed[j]).toList();
    }
}
