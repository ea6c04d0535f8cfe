package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Springs;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;

/**
 * Makes an avatar of version 0 one of version 1.0: it is turned by 180°, since the older looks along -Z; and what swings gets an end,
 * since the older swings the last joint of a chain too, as if another one lay 7 cm further in the direction from which it comes. Its
 * terms are asked for anew.
 */
public record RaiseAvatar() implements Remedy {
    /** How far behind the last joint of a chain the older version swings, metres. */
    public static final double TAIL = 0.07;

    public static final RemedyType TYPE = RemedyType.of(
                    "raise-avatar",
                    RaiseAvatar.class,
                    Keeps.OTHERS,
                    say("core.remedy.avatar.RaiseAvatar.makes-an-avatar-of-an-older"))
            .told(new RaiseAvatar())
            .measured("version", RaiseAvatar::version);

    private static String version(Scene s) {
        Avatar a = Avatar.in(s);
        return a == null ? "–" : a.version();
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.RaiseAvatar.raise-to-version-1-0");
    }

    @Override
    public String describe() {
        return say("core.remedy.avatar.RaiseAvatar.turns-the-figure-by-180-and");
    }

    @Override
    public Scene apply(Scene scene) {
        Avatar a = Avatar.in(scene);
        if (a == null || !a.isOlder()) {
            return scene;
        }
        Scene turned = new MoveScene(new Vec3(0, 180, 0), 1, Vec3.ZERO).apply(scene);
        Avatar moved = Avatar.in(turned);
        return moved == null ? turned : withEnds(turned, moved.raised());
    }

    private static Scene withEnds(Scene scene, Avatar avatar) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Springs.Spring> springs = new ArrayList<>();
        double tail = TAIL / scene.stage().metersPerUnit();
        for (Springs.Spring spring : avatar.springs().springs()) {
            Springs.Joint last = spring.joints().getLast();
            Node joint = nodes.get(last.node());
            Vec3 way = joint.translation();
            List<Springs.Joint> joints = new ArrayList<>(spring.joints());
            if (way.length() > 0) {
                joints.add(new Springs.Joint(
                        nodes.size(), last.radius(), last.stiffness(), last.gravity(), last.down(), last.drag()));
                nodes.add(Node.of(
                        joint.name() + "_end",
                        last.node(),
                        NodeKind.JOINT,
                        Transform.of(way.times(tail / way.length()), Vec3.ZERO, Vec3.ONE)));
            }
            springs.add(new Springs.Spring(spring.name(), joints, spring.groups(), spring.center()));
        }
        Springs all = avatar.springs();
        return scene.withNodes(nodes)
                .with(Avatar.KEY, List.of(avatar.withSprings(new Springs(all.colliders(), all.groups(), springs))));
    }
}
