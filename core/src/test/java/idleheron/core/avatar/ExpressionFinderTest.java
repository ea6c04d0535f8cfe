package idleheron.core.avatar;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ExpressionFinderTest {
    @ParameterizedTest
    @CsvSource({
        "aa, aa",
        "mouth_A, aa",
        "Viseme.ou, ou",
        "vowel_e, ee",
        "lip_o01, oh",
        "jawOpen, aa",
        "mouth_open, aa",
        "EyeBlinkLeft, blinkLeft",
        "BS_eyeBlink_R, blinkRight",
        "eyes_closed, blink",
        "blink, blink",
        "wink_l, blinkLeft",
        "Joy, happy",
        "face_angry, angry",
        "sorrow, sad",
        "surprised_2, surprised",
        "lookUp, lookUp",
        "eye_look_left, lookLeft",
    })
    void aNameThatSpeaksOfAFaceIsThatFace(String name, String face) {
        assertThat(ExpressionFinder.face(name)).isEqualTo(face);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "a",
                "E",
                "brow_up",
                "mouthSmileLeft",
                "eyeLookUpLeft",
                "belly",
                "",
                "01",
                "mouthOpenLeft",
                "jaw_l"
            })
    void whatSaysTooLittleIsNone(String name) {
        assertThat(ExpressionFinder.face(name)).isNull();
    }

    @Test
    void everyFaceThatIsFoundIsOneOfTheStandard() {
        for (String n :
                new String[] {"happy", "angry", "sad", "relaxed", "surprised", "blink_l", "look_down", "mouth i"}) {
            assertThat(Expression.PRESETS).contains(java.util.Objects.requireNonNull(ExpressionFinder.face(n)));
        }
    }
}
