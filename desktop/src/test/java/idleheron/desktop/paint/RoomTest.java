package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import org.junit.jupiter.api.Test;

/** What floats over a view hides nothing of what is looked at. */
class RoomTest {
    private static final double[] PERSON = {-0.5, 0, -0.2, 0.5, 1.8, 0.2};

    private static float[] seen(ViewRequest.Room room, double w, double h, double x, double y) {
        return new Projection(room.framing(Viewpoint.start(), PERSON, w, h), w, h).project(x, y, 0);
    }

    @Test
    void aFigureLiesBetweenWhatFloatsAboveAndBelow() {
        ViewRequest.Room room = new ViewRequest.Room(60, 0, 40, 0);
        assertThat(seen(room, 600, 300, 0, 1.8)[1]).as("the head").isBetween(60f, 120f);
        assertThat(seen(room, 600, 300, 0, 0)[1]).as("the feet").isBetween(200f, 260f);
        assertThat(seen(new ViewRequest.Room(0, 0, 0, 0), 600, 300, 0, 1.8)[1])
                .as("with all of the view")
                .isLessThan(60);
    }

    @Test
    void aFigureLiesBesideWhatFloatsAtTheLeft() {
        float middle = seen(new ViewRequest.Room(0, 0, 0, 200), 600, 300, 0, 0.9)[0];
        assertThat(middle).isBetween(395f, 405f);
        assertThat(seen(new ViewRequest.Room(0, 200, 0, 0), 600, 300, 0, 0.9)[0])
                .isBetween(195f, 205f);
    }
}
