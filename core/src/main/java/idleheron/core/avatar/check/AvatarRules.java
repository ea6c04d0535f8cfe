package idleheron.core.avatar.check;

import idleheron.core.kind.Rule;
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
            PartRules::springs,
            PartRules::circles,
            PartRules::faults,
            PartRules::version);

    private AvatarRules() {}
}
