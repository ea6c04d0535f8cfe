package idleheron.core.avatar.check;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.pose.BodyFrame;
import idleheron.core.avatar.pose.LimbAim;
import idleheron.core.kind.Rule;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import java.util.List;

/** All rules about avatars, in the order in which they look. */
public final class AvatarRules {
    public static final List<Rule> ALL = List.of(
            FigureRules::wanted,
            RoleRules::missing,
            RoleRules::twice,
            RoleRules::parents,
            FigureRules::size,
            FigureRules::facing,
            FigureRules::pose,
            FigureRules::above,
            FigureRules::scale,
            FigureRules::length,
            PartRules::meta,
            PartRules::expressions,
            PartRules::faces,
            PartRules::springs,
            PartRules::circles,
            PartRules::faults,
            PartRules::version);

    private AvatarRules() {}

    /** Whether arms and legs of an avatar rest where the T-pose has them, within what is told. */
    public static boolean standsInT(Scene scene) {
        Avatar a = Avatar.in(scene);
        Pose rest = new Pose(scene);
        BodyFrame body = a == null ? null : BodyFrame.of(rest, a.roles());
        return a != null
                && body != null
                && LimbAim.of(rest, a.roles(), body).stream().allMatch(x -> x.degrees() <= FigureRules.TOLD);
    }
}
