package idleheron.app.picture;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PixelGap;
import idleheron.formats.spi.Delivery;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PictureDoneJsonTest {
    private static final PictureDone CHANGED = new PictureDone(
            Path.of("sky.png"),
            List.of(Path.of("out/sky.tga")),
            PictureRole.NORMAL,
            null,
            null,
            List.of("green turned"),
            new PixelGap(3, 12, 7, 9),
            List.of(Finding.of("picture-odd", Severity.NOTE, Topic.MATERIALS).says("Odd", "It is odd.")),
            List.of(new PictureDone.Alike(Path.of("sea.png"), true)),
            "",
            List.of());

    @Test
    void whatFailedSaysWhyAndNothingElse() {
        ObjectNode j = PictureDoneJson.of(List.of(PictureDone.failed(Path.of("sky.png"), "cannot be read")), null);
        assertThat(j.path("schema").asText()).isEqualTo("idle-heron/pictures/1");
        assertThat(j.path("pictures").toString()).isEqualTo("[{\"file\":\"sky.png\",\"failure\":\"cannot be read\"}]");
        assertThat(j.has("linked")).isFalse();
    }

    @Test
    void whatIsApartAndAlikeIsToldWithTheFindings() {
        ObjectNode j = PictureDoneJson.of(List.of(CHANGED), null);
        assertThat(j.at("/pictures/0/role").asText()).isEqualTo("normal");
        assertThat(j.at("/pictures/0/apart").toString()).isEqualTo("{\"mean\":3.0,\"worst\":12.0,\"x\":7,\"y\":9}");
        assertThat(j.at("/pictures/0/findings/0/code").asText()).isEqualTo("picture-odd");
        assertThat(j.at("/pictures/0/alike").toString()).isEqualTo("[{\"file\":\"sea.png\",\"same\":true}]");
        assertThat(j.at("/pictures/0").has("written")).as("nothing was written").isFalse();
    }

    @Test
    void whatWasLinkedAndWhatWasNotFoundStandsBesideThem() {
        PictureLinks.Result linked = new PictureLinks.Result(
                Map.of("oak", "maps/oak.png"),
                List.of(),
                List.of("elm"),
                new Delivery.Outcome(List.of(), true, List.of(), List.of()));
        ObjectNode j = PictureDoneJson.of(List.of(), linked);
        assertThat(j.path("linked").toString()).isEqualTo("{\"oak\":\"maps/oak.png\"}");
        assertThat(j.path("missing").toString()).isEqualTo("[\"elm\"]");
    }
}
