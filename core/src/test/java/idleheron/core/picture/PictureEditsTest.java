package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import org.junit.jupiter.api.Test;

class PictureEditsTest {
    private static final Scene NONE = Scene.bare("s", Stage.COMMON);

    private static Scene with(PictureEdit.Change... changes) {
        Scene s = PictureEdit.added(NONE, new PictureEdit("other.png", PictureEdit.Change.FILL_ALPHA));
        for (PictureEdit.Change c : changes) {
            s = PictureEdit.added(s, new PictureEdit("a.png", c));
        }
        return s;
    }

    @Test
    void whatTurnsBackIsTakenBack() {
        PictureEdit.Change green = PictureEdit.Change.TURN_GREEN;
        assertThat(PictureEdit.of(with(green), "a.png")).containsExactly(green);
        assertThat(PictureEdit.of(with(green, green), "a.png")).isEmpty();
        assertThat(PictureEdit.of(with(green, green), "other.png")).containsExactly(PictureEdit.Change.FILL_ALPHA);
        PictureEdit.Change alpha = PictureEdit.Change.TURN_ALPHA;
        assertThat(PictureEdit.of(with(alpha, green, alpha), "a.png")).containsExactly(alpha, green, alpha);
        assertThat(PictureEdit.of(with(green, alpha, alpha), "a.png")).containsExactly(green);
    }

    @Test
    void whatIsTheSameTwiceIsMadeOnce() {
        PictureEdit.Change fill = PictureEdit.Change.FILL_ALPHA;
        PictureEdit.Change drop = PictureEdit.Change.DROP_ALPHA;
        assertThat(PictureEdit.of(with(fill, fill), "a.png")).containsExactly(fill);
        assertThat(PictureEdit.of(with(drop, drop, fill), "a.png")).containsExactly(drop, fill);
        assertThat(drop.word()).isEqualTo("alpha dropped");
    }

    @Test
    void rolesSayWhatAMeanIs() {
        assertThat(Meaning.of(PictureRole.EMISSION)).isEqualTo(Meaning.COLOURS);
        assertThat(Meaning.of(PictureRole.UNKNOWN)).isEqualTo(Meaning.COLOURS);
        assertThat(Meaning.of(PictureRole.NORMAL)).isEqualTo(Meaning.NORMALS);
        assertThat(Meaning.of(PictureRole.ROUGHNESS)).isEqualTo(Meaning.NUMBERS);
        assertThat(Meaning.of(PictureRole.OPACITY)).isEqualTo(Meaning.NUMBERS);
    }
}
