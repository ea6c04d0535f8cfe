package idleheron.core.kinds;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.cache.Cache;
import idleheron.core.cache.Caches;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.finding.Facts;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.TopicCheck;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.view.compare.Views;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volumes;
import java.util.List;
import org.junit.jupiter.api.Test;

class AssetKindsTest {
    private static final Scene ARM = SmallCrossing.sent();
    private static final Scene CAMERAS = Scene.bare("shots", Stage.COMMON)
            .withNodes(List.of(Node.of("shot", -1, NodeKind.GROUP, SmallCrossing.at(0, 0, 0))
                    .withPayload(NodeKind.CAMERA, 0)))
            .withCameras(List.of(Views.CAMERA));
    private static final Scene CLOUD = Scene.bare("smoke", Stage.COMMON).withVolumes(List.of(Volumes.sequence(2, f ->
            new Grid[] {Volumes.plume(f)})));

    private static List<String> codes(Scene s) {
        return AssetKinds.in(s).stream().map(AssetKind::code).toList();
    }

    private static List<String> titles(Scene s) {
        return AssetKinds.tables(s).stream().map(FactTable::title).toList();
    }

    @Test
    void aSceneHoldsTheKindsThatItHoldsSomethingOf() {
        assertThat(codes(ARM)).containsExactly("character");
        assertThat(codes(Views.scene())).containsExactly("character", "view");
        assertThat(codes(CAMERAS)).containsExactly("view");
        assertThat(codes(CLOUD)).containsExactly("volume");
        assertThat(codes(Scene.bare("empty", Stage.COMMON))).isEmpty();
    }

    @Test
    void itIsAboutItsNodesWhereThereAreAny() {
        assertThat(AssetKinds.main(ARM.withVolumes(CLOUD.volumes())).code()).isEqualTo("character");
        assertThat(AssetKinds.main(CLOUD).code()).isEqualTo("volume");
        assertThat(AssetKinds.main(CAMERAS).word(CAMERAS)).isEqualTo("camera");
        assertThat(AssetKinds.main(Scene.bare("empty", Stage.COMMON)).code()).isEqualTo("character");
    }

    @Test
    void itsFormsAreThoseOfWhatItHolds() {
        assertThat(AssetKinds.contents(ARM)).containsExactly(Content.NODES);
        assertThat(AssetKinds.contents(ARM.withVolumes(CLOUD.volumes())))
                .containsExactlyInAnyOrder(Content.NODES, Content.VOLUME);
    }

    @Test
    void tablesThatHoldNothingAreNotOffered() {
        assertThat(titles(ARM)).containsExactly("Joints", "Surfaces", "Clips", "Blend shapes", "Materials");
        assertThat(titles(Views.scene())).endsWith("Cameras", "Lights");
        assertThat(titles(CAMERAS)).containsExactly("Cameras");
        assertThat(titles(CLOUD)).containsExactly("Volumes");
    }

    @Test
    void everyTableHasAsManyHeadingsAsCells() {
        Scene all = Views.scene().withVolumes(CLOUD.volumes()).withCaches(List.of(cache()));
        Facts facts = new Facts(all);
        assertThat(titles(all)).hasSize(9);
        for (FactTable t : AssetKinds.tables(all)) {
            assertThat(t.rows().apply(facts).rows()).as(t.title()).isNotEmpty();
            t.rows()
                    .apply(facts)
                    .rows()
                    .forEach(r -> assertThat(r.cells())
                            .as(t.title())
                            .hasSameSizeAs(t.rows().apply(facts).columns()));
        }
    }

    private static Cache cache() {
        return Caches.cache(Caches.mesh("reed", Caches.box(1, 0, 0, 0)));
    }

    @Test
    void whatAFileHoldsIsToldInLines() {
        List<FactLine> lines = AssetKinds.in(Views.scene()).stream()
                .flatMap(k -> k.lines(Views.scene()).stream())
                .toList();
        assertThat(lines)
                .contains(
                        new FactLine(
                                "mesh",
                                "arm: 4 points, 2 faces, 1 blend shape, skinned to 4 joints, at most 2 on a point"),
                        new FactLine("clip", "wave: frames 0 to 24 at 24 /s, 1 node moves"),
                        new FactLine(
                                "camera", "shot: 50 mm, 39.60° across, film back 36 × 24 mm, sees from 0.100 to 100 m"),
                        new FactLine("light", "lamp: spot, 2 times the usual, cone 20° to 40°"));
        assertThat(AssetKinds.main(CAMERAS).summary(CAMERAS)).isEqualTo("1 camera · 0 lights");
        assertThat(AssetKinds.main(ARM).summary(ARM)).isEqualTo("4 points · 4 joints");
        assertThat(AssetKinds.main(CLOUD).summary(CLOUD)).startsWith("2 frames · ");
    }

    @Test
    void everyTopicIsToldOnce() {
        assertThat(AssetKinds.ALL.stream().flatMap(k -> k.topics().stream()).map(TopicCheck::topic))
                .doesNotHaveDuplicates()
                .hasSize(14);
    }

    @Test
    void whatMovesCanBePlayed() {
        assertThat(AssetKinds.playables(ARM)).isEqualTo(ARM.clips());
        assertThat(AssetKinds.playables(CLOUD)).hasSize(1);
        assertThat(AssetKinds.playables(CAMERAS)).isEmpty();
    }
}
