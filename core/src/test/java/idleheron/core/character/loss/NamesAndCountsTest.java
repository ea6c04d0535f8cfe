package idleheron.core.character.loss;

import static idleheron.core.character.loss.LossCase.SENT;
import static idleheron.core.character.loss.LossCase.clip;
import static idleheron.core.character.loss.LossCase.compare;
import static idleheron.core.character.loss.LossCase.told;
import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Node;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Losses that are told by names and by how many there are. */
class NamesAndCountsTest {
    private record Kept(String format, String kind, String name) implements OpaqueData {
        Kept(String name) {
            this("FBX", "Constraint", name);
        }
    }

    private static List<Loss> losses(Scene sent, Scene returned, String code) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE).losses().stream()
                .filter(l -> l.code().equals(code))
                .toList();
    }

    private static Loss one(Scene sent, Scene returned, String code) {
        List<Loss> found = losses(sent, returned, code);
        assertThat(found).hasSize(1);
        return found.getFirst();
    }

    @Test
    void dataThatWereCarriedUnreadAreKnownByTheirLastName() {
        Scene sent = SENT.withKeepsakes(List.of(new Kept("/rig/wind"), new Kept("cloth/ns:drape"), new Kept("pins")));
        Scene some = SENT.withKeepsakes(List.of(new Kept("/elsewhere/drape"), new Kept("other:wind")));
        Loss l = one(sent, some, "custom-data-lost");
        assertThat(l.figure().value()).isEqualTo(1);
        assertThat(l.text()).contains("pins").doesNotContain("wind").doesNotContain("drape");
        Loss all = one(sent, SENT, "custom-data-lost");
        assertThat(all.figure().value()).isEqualTo(3);
        assertThat(all.text()).contains("wind, drape, pins");
        assertThat(losses(sent, sent, "custom-data-lost")).isEmpty();
    }

    private static Scene spaced(Scene s, String... spaces) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        for (int i = 0; i < spaces.length; i++) {
            nodes.set(i, nodes.get(i).withName(spaces[i] + nodes.get(i).name()));
        }
        return s.withNodes(nodes);
    }

    @Test
    void namespacesThatCameWentOrChangedAreCountedByName() {
        Scene in = spaced(SENT, "low:", "low:", "tide:");
        List<Loss> lost = losses(in, SENT, "namespace-lost");
        assertThat(lost).hasSize(2);
        assertThat(lost.get(0).text()).contains("low");
        assertThat(lost.get(0).figure().value()).isEqualTo(2);
        assertThat(lost.get(1).text()).contains("tide");
        assertThat(lost.get(1).figure().value()).isEqualTo(1);
        assertThat(told(spaced(SENT, "low:"))).isNotEmpty().doesNotContain("namespace-lost");
        assertThat(losses(in, spaced(SENT, "post:", "post:", "tide:"), "namespace-lost"))
                .singleElement()
                .satisfies(l -> assertThat(l.text()).contains("low").contains("post"));
    }

    /** 24, 36 and 12 frames: 72 in a row, or with a frame between any two of them. */
    @Test
    void oneClipIsMergedWhereItIsAsLongAsAllWithOrWithoutAFrameBetween() {
        assertThat(told(clips(clip("all", 72)))).contains("clips-merged");
        assertThat(told(clips(clip("all", 74)))).contains("clips-merged");
        assertThat(told(clips(clip("all", 75))))
                .as("as many frames between as clips")
                .contains("clips-merged");
        assertThat(told(clips(clip("all", 76)))).doesNotContain("clips-merged");
        assertThat(told(clips(clip("all", 71)))).doesNotContain("clips-merged");
        assertThat(compare(clips(clip("wave", 24))).losses())
                .extracting(Loss::code)
                .contains("only-first-clip")
                .doesNotContain("clips-merged");
    }

    private static Scene clips(Clip... clips) {
        return SENT.withClips(List.of(clips));
    }

    private static Scene pictures(boolean... found) {
        List<Texture> all = new ArrayList<>();
        for (int i = 0; i < found.length; i++) {
            all.add(new Texture("t" + i, "t" + i + ".png", "t" + i + ".png", found[i]));
        }
        return SENT.withTextures(all);
    }

    @Test
    void picturesThatWereFoundAndAreNotAreCounted() {
        Scene sent = pictures(true, true, true, false);
        Loss one = one(sent, pictures(true, true, false, false), "pictures-not-found");
        assertThat(one.figure().value()).isEqualTo(1);
        Loss two = one(sent, pictures(true, false, false, false), "pictures-not-found");
        assertThat(two.figure().value()).isEqualTo(2);
        assertThat(losses(sent, pictures(true, true, true, true), "pictures-not-found"))
                .isEmpty();
        Loss dropped = one(sent, pictures(true), "pictures-dropped");
        assertThat(dropped.figure().value()).isEqualTo(3);
        assertThat(losses(sent, pictures(false), "pictures-not-found")).isEmpty();
    }
}
