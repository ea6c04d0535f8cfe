package idleheron.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

class NamesAndCarriersTest {
    private static List<String> carriers(Scene s) {
        return Carriers.fitting(s).stream().map(SceneFormat::name).toList();
    }

    private static SceneFormat carrier(String ending) {
        return SceneFiles.formats().stream()
                .filter(f -> f.endings().contains(ending))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void nodesGoInWhatHoldsThemOrIntoWhichTheyAreBaked() {
        assertThat(carriers(Small.plank(1))).containsExactly("FBX", "glTF", "Alembic", "OBJ", "Toy", "USD");
        assertThat(carriers(Scene.bare("empty", Stage.COMMON))).containsExactly("FBX", "glTF", "OBJ", "Toy", "USD");
    }

    @Test
    void aCacheGoesInItsOwnFirstAndAMixedSceneOnlyInWhatTakesAll() throws IOException {
        assertThat(carriers(Small.baked())).containsExactly("Alembic", "USD");
        Scene mixed = Small.plank(1).withCaches(Small.baked().caches());
        assertThat(Carriers.isMixed(mixed)).isTrue();
        assertThat(Carriers.isMixed(Small.plank(1))).isFalse();
        assertThat(carriers(mixed)).startsWith("USD").doesNotContain("FBX");
    }

    @Test
    void aRefusalSaysWhereItGoesInstead() throws IOException {
        assertThat(Carriers.refusal(carrier("fbx"), Small.baked(), "a.abc", "a.fbx"))
                .isEqualTo("a cache goes into USD or Alembic; FBX holds none");
        assertThat(Carriers.refusal(carrier("vdb"), Small.plank(1), "a.fbx", "a.vdb"))
                .isEqualTo("a.fbx holds no volume to write as a.vdb");
        Scene bare = Small.plank(1).withMeshes(List.of()).withNodes(List.of());
        assertThat(Carriers.refusal(carrier("abc"), bare, "a.fbx", "a.abc"))
                .isEqualTo("a.fbx holds no mesh to bake as a.abc");
        assertThat(Carriers.bakes(carrier("abc"))).isTrue();
        assertThat(Carriers.bakes(carrier("fbx"))).isFalse();
        assertThat(Carriers.bakes(carrier("usda"))).isFalse();
    }

    @Test
    void namesStandForWhatShipsAndASlipIsAnsweredWithWhatThereIs() throws IOException {
        assertThat(Known.convention(null)).isNull();
        assertThat(Known.convention("game-centimetres")).isEqualTo(Conventions.named("game-centimetres"));
        assertThatThrownBy(() -> Known.convention("game")).hasMessageContaining("no convention game; there are ");
        assertThatThrownBy(() -> Known.convention("x.toml")).hasMessage("no convention at x.toml");
        StandIn s = StandIn.all().getFirst();
        assertThat(Known.standIn(s.code())).isEqualTo(s);
        assertThatThrownBy(() -> Known.standIn("reed"))
                .hasMessageContaining("there are")
                .hasMessageContaining(s.code());
        Scene postwoman = MadeDemo.postwoman();
        assertThat(Known.clip(postwoman, "bow").name()).isEqualTo("bow");
        assertThatThrownBy(() -> Known.clip(postwoman, "bows"))
                .isInstanceOf(UsageException.class)
                .hasMessage("no clip bows; there are wade, bow, parcel_throw");
    }

    @Test
    void framesAreToldAsFromToAndStep() {
        assertThat(Frames.range("1:24")).containsExactly(1, 24, 1);
        assertThat(Frames.range("1:2:0.5")).containsExactly(1, 2, 0.5);
        for (String bad : List.of("1", "1:2:3:4", "a:b", "5:1", "1:5:0", "1:9e9")) {
            assertThatThrownBy(() -> Frames.range(bad)).as(bad).isInstanceOf(UsageException.class);
        }
    }
}
