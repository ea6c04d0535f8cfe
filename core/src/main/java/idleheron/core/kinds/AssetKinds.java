package idleheron.core.kinds;

import idleheron.core.avatar.asset.AvatarAssets;
import idleheron.core.cache.asset.CacheAssets;
import idleheron.core.character.asset.CharacterAssets;
import idleheron.core.finding.Facts;
import idleheron.core.formula.asset.FormulaAssets;
import idleheron.core.garment.asset.GarmentAssets;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactTable;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.view.asset.ViewAssets;
import idleheron.core.volume.asset.VolumeAssets;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.stream.Stream;

/** The kinds of assets there are: a line each, and what else the class path brings as a service. */
public final class AssetKinds {
    /** What a scene is about that holds nothing. */
    private static final AssetKind USUAL = new CharacterAssets();

    private static final List<AssetKind> OWN = List.of(
            new AvatarAssets(),
            USUAL,
            new FormulaAssets(),
            new GarmentAssets(),
            new CacheAssets(),
            new VolumeAssets(),
            new ViewAssets());

    /** In the order in which they are asked and told. */
    public static final List<AssetKind> ALL = Stream.concat(
                    OWN.stream(), ServiceLoader.load(AssetKind.class).stream().map(ServiceLoader.Provider::get))
            .toList();

    private AssetKinds() {}

    /** Those that a scene holds something of. */
    public static List<AssetKind> in(Scene scene) {
        return ALL.stream().filter(k -> k.isIn(scene)).toList();
    }

    /** In which forms a scene holds what it holds. */
    public static Set<Content> contents(Scene scene) {
        Set<Content> out = new LinkedHashSet<>();
        if (!scene.nodes().isEmpty()) {
            out.add(Content.NODES);
        }
        in(scene).forEach(k -> out.add(k.content()));
        return out;
    }

    /** What a scene is about: what its nodes are where it has any, else the first kind that it holds. */
    public static AssetKind main(Scene scene) {
        return ALL.stream()
                .filter(k ->
                        k.isIn(scene) && (scene.nodes().isEmpty() || k.content().equals(Content.NODES)))
                .findFirst()
                .orElse(USUAL);
    }

    /** Tables that hold something: those of what the scene is about first. */
    public static List<FactTable> tables(Scene scene) {
        AssetKind main = main(scene);
        return Stream.concat(Stream.of(main), ALL.stream().filter(k -> k != main))
                .filter(k -> k.isIn(scene))
                .flatMap(k -> k.tables().stream())
                .filter(t -> t.count().applyAsInt(scene) > 0)
                .toList();
    }

    /** What is declared and measured of a scene: by what its nodes are, or where they are none by the first kind that it holds. */
    public static List<FactGroup> figures(Facts facts) {
        Scene scene = facts.scene();
        if (scene.nodes().isEmpty()) {
            return main(scene).figures(facts);
        }
        return ALL.stream()
                .filter(k -> k.isIn(scene) && k.content().equals(Content.NODES))
                .flatMap(k -> k.figures(facts).stream())
                .toList();
    }

    /** What of a scene can be played. */
    public static List<Clip> playables(Scene scene) {
        return ALL.stream().flatMap(k -> k.playables(scene).stream()).toList();
    }
}
