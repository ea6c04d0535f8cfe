package idleheron.core.pair;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MatchingTest {
    private static Scene scene(String... namesAndParents) {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < namesAndParents.length; i += 2) {
            nodes.add(Node.of(
                    namesAndParents[i], Integer.parseInt(namesAndParents[i + 1]), NodeKind.JOINT, Transform.IDENTITY));
        }
        return Scene.bare("s", Stage.COMMON).withNodes(nodes);
    }

    private static Mesh mesh(String name) {
        return new Mesh(
                name,
                new double[] {0, 0, 0},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                new int[0],
                null,
                null,
                null,
                List.of());
    }

    private static Scene meshes(String... nodesAndMeshes) {
        List<Node> nodes = new ArrayList<>();
        List<Mesh> meshes = new ArrayList<>();
        for (int i = 0; i < nodesAndMeshes.length; i += 2) {
            meshes.add(mesh(nodesAndMeshes[i + 1]));
            if (!nodesAndMeshes[i].isEmpty()) {
                nodes.add(Node.mesh(nodesAndMeshes[i], -1, Transform.IDENTITY, meshes.size() - 1));
            }
        }
        return Scene.bare("s", Stage.COMMON).withNodes(nodes).withMeshes(meshes);
    }

    private static Scene clips(String... names) {
        List<Clip> all = new ArrayList<>();
        for (String n : names) {
            all.add(new Clip(n, 0, 1, FrameRate.FILM, List.of(), List.of()));
        }
        return Scene.bare("s", Stage.COMMON).withClips(all);
    }

    @Test
    void pathsComeFirstThenPathsWithoutNamespacesThenNames() {
        Scene sent = scene("hips", "-1", "leg", "0", "foot", "1");
        Scene back = scene("Marsh:hips", "-1", "Marsh:leg", "0", "rig|foot", "-1");
        Matching m = Matching.of(sent, back);
        assertThat(m.nodes()).containsExactly(0, 1, 2);
        assertThat(m.back()).containsExactly(0, 1, 2);
        assertThat(Matching.plain("a:b|c:hips")).isEqualTo("hips");
        assertThat(Matching.plain("hips")).isEqualTo("hips");
    }

    @Test
    void ofTwoOfOneNameTheOneUnderTheParentsPartnerIsTaken() {
        Scene sent = scene("left", "-1", "right", "-1", "end", "0", "end", "1");
        Scene back = scene("x:right", "-1", "x:left", "-1", "y:end", "0", "y:end", "1");
        Matching m = Matching.of(sent, back);
        assertThat(m.nodes()).containsExactly(1, 0, 3, 2);
    }

    @Test
    void withoutAParentsPartnerTheFirstThatIsFree() {
        Scene sent = scene("end", "-1", "end", "-1", "end", "-1");
        Scene back = scene("z", "-1", "end", "0", "end", "0");
        assertThat(Matching.of(sent, back).nodes()).containsExactly(1, 2, -1);
    }

    @Test
    void aJointAndAGroupOfOneNameAreTwoThings() {
        Scene sent = scene("hips", "-1");
        Scene back = Scene.bare("b", Stage.COMMON)
                .withNodes(List.of(Node.of("hips", -1, NodeKind.GROUP, Transform.IDENTITY)));
        assertThat(Matching.of(sent, back).nodes()).containsExactly(-1);
        assertThat(Matching.of(sent, back).back()).containsExactly(-1);
    }

    @Test
    void whatTheTableSaysGoesBeforeAllNames() {
        Scene sent = scene("a", "-1", "b", "-1", "c", "-1");
        Scene back = scene("a", "-1", "b", "-1", "c", "-1");
        MatchTable t = MatchTable.NONE.withNode("a", "b").withNode("/c", "").withNode("b", "nobody");
        Matching m = Matching.of(sent, back, t);
        assertThat(m.nodes()).containsExactly(1, -1, -1);
        assertThat(m.back()).containsExactly(-1, 0, -1);
        MatchTable twice = MatchTable.NONE.withNode("a", "c").withNode("b", "c");
        assertThat(Matching.of(sent, back, twice).nodes())
                .as("a partner is taken once")
                .startsWith(2)
                .contains(1);
        assertThat(t.withNode("a", null).nodes()).doesNotContainKey("a").hasSize(2);
        assertThat(MatchTable.NONE.isEmpty()).isTrue();
        assertThat(t.isEmpty()).isFalse();
    }

    @Test
    void meshesGoByTheirNodesThenByTheirNames() {
        Scene sent = meshes("coat", "m1", "hat", "m2", "bag", "bagShape");
        Scene back = meshes("hat", "x", "coat", "y", "parcel", "ns:bagShape");
        assertThat(Matching.of(sent, back).meshes()).containsExactly(1, 0, 2);
        MatchTable t = MatchTable.NONE.withMesh("m1", "x").withMesh("bagShape", "");
        assertThat(Matching.of(sent, back, t).meshes()).containsExactly(0, 0, -1);
    }

    @Test
    void oneMeshAloneIsTheOtherWhateverItIsCalledUnlessItStandsNowhere() {
        assertThat(Matching.of(meshes("a", "x"), meshes("b", "y")).meshes()).containsExactly(0);
        assertThat(Matching.of(meshes("a", "x"), meshes("", "y")).meshes()).containsExactly(-1);
        assertThat(Matching.of(meshes("a", "x"), meshes("b", "y"), MatchTable.NONE.withMesh("x", ""))
                        .meshes())
                .containsExactly(-1);
    }

    @Test
    void clipsGoByNameWithoutNamespaceAndEachIsTakenOnce() {
        Matching m = Matching.of(clips("wade", "bow", "nod"), clips("x|bow", "wade", "wade"));
        assertThat(m.clips()).containsExactly(1, 0, -1);
        assertThat(Matching.of(clips("wade"), clips("Take 001")).clips())
                .as("one alone")
                .containsExactly(0);
        MatchTable t = new MatchTable(Map.of(), Map.of(), Map.of("bow", "wade"));
        assertThat(Matching.of(clips("wade", "bow"), clips("wade", "bow"), t).clips())
                .as("the table first, then what is free")
                .containsExactly(-1, 0);
    }

    /** Of three clips the second did not come back, and the others came in the other order. */
    @Test
    void clipsThatCameBackAreToldInTheOrderInWhichTheyWereSent() {
        Pair p = new Pair(
                clips("idle", "walk", "turn"), clips("turn", "idle"), true, Tolerances.DEFAULT, MatchTable.NONE);
        assertThat(p.clips()).extracting(c -> c.sent().name()).containsExactly("idle", "turn");
        assertThat(p.clips()).extracting(Pair.Clips::index).containsExactly(0, 2);
        assertThat(p.clips()).extracting(Pair.Clips::back).containsExactly(1, 0);
        assertThat(p.clips()).extracting(c -> c.returned().name()).containsExactly("idle", "turn");
    }
}
