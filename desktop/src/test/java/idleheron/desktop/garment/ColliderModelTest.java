package idleheron.desktop.garment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.garment.collide.Collider;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Colliders of the postwoman, by hand and fitted. */
class ColliderModelTest {
    private static final Scene SHE = MadeDemo.postwoman();

    @Test
    void withoutCollidersAllOfHerIsBare() {
        ColliderModel m = new ColliderModel(SHE);
        assertThat(m.all()).isEmpty();
        assertThat(m.isChanged()).isFalse();
        ColliderModel.Covered c = m.covered(m.all());
        assertThat(c.lines()).singleElement().asString().startsWith("No collider yet");
        assertThat(c.heat()).containsOnly(1f);
    }

    @Test
    void oneIsAddedChangedAndTakenAway() {
        ColliderModel m = new ColliderModel(SHE);
        int at = m.add("head");
        assertThat(m.isChanged()).isTrue();
        assertThat(m.all().get(at).joint()).isEqualTo("head");
        float[] one = m.covered(m.all()).heat();
        m.change(
                at,
                new idleheron.core.remedy.garment.SetColliders.OnJoint(
                        "head", m.all().get(at).a(), 0.4, m.all().get(at).b(), 0.4));
        float[] larger = m.covered(m.all()).heat();
        assertThat(cold(larger)).isGreaterThan(cold(one));
        assertThat(Collider.in(m.remedy().apply(SHE))).hasSize(1);
        m.remove(at);
        assertThat(m.all()).isEmpty();
    }

    private static long cold(float[] heat) {
        long n = 0;
        for (float h : heat) {
            n += h < 1 ? 1 : 0;
        }
        return n;
    }

    @Test
    void fittedOnesCoverHerAndAreDrawnBelowTheirJoints() {
        ColliderModel m = new ColliderModel(SHE);
        m.take(m.fitted());
        ColliderModel.Covered c = m.covered(m.all());
        assertThat(c.lines().getFirst()).matches("\\d+ colliders, 9\\d\\.\\d+ % of the body covered");
        Scene shapes = m.shapes(2, new int[] {0x808080, 0xFF8000});
        assertThat(shapes.meshes()).hasSameSizeAs(m.all());
        List<Integer> drawn = java.util.stream.IntStream.range(0, shapes.nodes().size())
                .filter(i -> shapes.nodes().get(i).kind() == NodeKind.MESH)
                .boxed()
                .toList();
        assertThat(drawn).hasSameSizeAs(m.all());
        for (int i = 0; i < drawn.size(); i++) {
            int above = shapes.nodes().get(drawn.get(i)).parent();
            assertThat(SHE.nodes().get(above).name()).isEqualTo(m.all().get(i).joint());
            assertThat(shapes.nodes().get(drawn.get(i)).materials()[0]).isEqualTo(i == 2 ? 1 : 0);
        }
    }

    @Test
    void whatNoJointMovesHasNone() {
        assertThatThrownBy(() -> new ColliderModel(Scene.bare("stone", Stage.COMMON)))
                .hasMessage("no joint moves a surface of stone");
    }
}
