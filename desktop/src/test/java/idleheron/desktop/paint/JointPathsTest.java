package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.pose.Pose;
import idleheron.core.scene.motion.Clip;
import idleheron.render.Side;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

class JointPathsTest {
    private static final Clip CLIP = Figures.SENT.clips().getFirst();
    private static final Side SIDE = Figures.side(Figures.SENT);

    private static void isAt(float[] places, int frame, String joint) {
        Pose pose = new Pose(Figures.SENT)
                .at(CLIP, CLIP.startSeconds() + CLIP.rate().seconds(frame));
        Matrix4d m = SIDE.space().matrix(pose.world(Figures.joint(joint)), new Matrix4d());
        assertThat((double) places[3 * frame]).isCloseTo(m.m30(), within(1e-5));
        assertThat((double) places[3 * frame + 1]).isCloseTo(m.m31(), within(1e-5));
        assertThat((double) places[3 * frame + 2]).isCloseTo(m.m32(), within(1e-5));
    }

    @Test
    void theEndOfAJointIsTheOneBelowIt() {
        float[] places = new JointPaths().places(SIDE, CLIP, Figures.joint("forearm_l"));
        int frames = (int)
                Math.rint(CLIP.rate().frame(CLIP.endSeconds()) - CLIP.rate().frame(CLIP.startSeconds()));
        assertThat(places).hasSize(3 * (frames + 1));
        isAt(places, 0, "hand_l");
        isAt(places, 17, "hand_l");
        isAt(places, frames, "hand_l");
    }

    @Test
    void aJointWithSeveralBelowIsItsOwnEnd() {
        float[] places = new JointPaths().places(SIDE, CLIP, Figures.joint("hand_l"));
        isAt(places, 17, "hand_l");
    }

    @Test
    void aPathIsWalkedOnceAndKept() {
        JointPaths paths = new JointPaths();
        float[] first = paths.places(SIDE, CLIP, Figures.joint("hand_l"));
        assertThat(paths.places(SIDE, CLIP, Figures.joint("hand_l"))).isSameAs(first);
        for (int i = 0; i < 8; i++) {
            paths.places(SIDE, CLIP, Figures.SENT.joints().get(i));
        }
        assertThat(paths.places(SIDE, CLIP, Figures.joint("hand_l"))).isNotSameAs(first);
    }
}
