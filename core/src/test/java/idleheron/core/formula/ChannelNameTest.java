package idleheron.core.formula;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.motion.Channel;
import org.junit.jupiter.api.Test;

class ChannelNameTest {
    @Test
    void theLastTwoWordsAreTheChannel() {
        assertThat(ChannelName.of("a.b.turn.x")).isEqualTo(new ChannelName("a.b", Channel.ROTATE_X));
        assertThat(ChannelName.of("/gauge/float.scale.z")).isEqualTo(new ChannelName("/gauge/float", Channel.SCALE_Z));
        assertThat(ChannelName.of("float.move.y")).hasToString("float.move.y");
        for (String bad : new String[] {"", "move.y", ".move.y", "a.move.w", "a.go.x", "a.y", "a.Move.y"}) {
            assertThat(ChannelName.of(bad)).as(bad).isNull();
        }
    }

    @Test
    void eachHasItsUnit() {
        assertThat(new ChannelName("a", Channel.TRANSLATE_Z).unit()).isEqualTo("m");
        assertThat(new ChannelName("a", Channel.ROTATE_Y).unit()).isEqualTo("°");
        assertThat(new ChannelName("a", Channel.SCALE_X).unit()).isEmpty();
    }
}
