package idleheron.core.character.check;

import idleheron.core.kind.Rule;
import java.util.List;

/** All rules about characters, in the order in which they look. */
public final class CharacterRules {
    public static final List<Rule> ALL = List.of(
            StageRules::height,
            StageRules::convention,
            SkeletonRules::scale,
            SkeletonRules::roots,
            SkeletonRules::tips,
            SkeletonRules::zeroLength,
            SkeletonRules::bindPose,
            SkeletonRules::restElsewhere,
            SkeletonRules::squareTurn,
            BlockRules::figure,
            BlockRules::torn,
            BlockRules::hinge,
            SkinRules::nothingSkinned,
            SkinRules::unweighted,
            SkinRules::sums,
            SkinRules::influences,
            ClipRules::range,
            ClipRules::keys,
            ClipRules::baking,
            ClipRules::loop,
            ClipRules::rate,
            ClipTwins::twins,
            WantedClips::missing,
            BudgetRules::materials,
            BudgetRules::triangles,
            ConventionRules::bones,
            ConventionRules::rootName,
            ConventionRules::names,
            ConventionRules::controls,
            ConventionRules::bits,
            ConventionRules::pictures,
            SurfaceRules::textures);

    private CharacterRules() {}
}
