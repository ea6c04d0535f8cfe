package idleheron.core.picture;

import static idleheron.core.Messages.say;

import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/**
 * What is to be done to a picture of a scene. The file that it lies in stays as it is; who reads it makes the change, and it is
 * written when pictures travel.
 *
 * @param file name of the picture's file
 */
public record PictureEdit(String file, Change change) {
    public static final PartKey<PictureEdit> KEY =
            new PartKey<>(say("core.picture.PictureEdit.changes-of-pictures"), PictureEdit.class);

    /** A change of every texel. */
    public enum Change {
        /** Green runs the other way: the largest value less what it was. */
        TURN_GREEN(say("core.picture.PictureEdit.green-turned")),
        /** Alpha is full everywhere. */
        FILL_ALPHA(say("core.picture.PictureEdit.alpha-filled")),
        /** Alpha is the largest value less what it was. */
        TURN_ALPHA(say("core.picture.PictureEdit.alpha-turned")),
        /** Alpha is taken away. */
        DROP_ALPHA(say("core.picture.PictureEdit.alpha-dropped"));

        private final String word;

        Change(String word) {
            this.word = word;
        }

        /** What was done: "green turned". */
        public String word() {
            return word;
        }

        /** Whether a picture has what it changes. */
        boolean touches(Pixels p) {
            return this == TURN_GREEN ? p.bands() > 2 : p.hasAlpha();
        }

        /** Whether made twice it is as if it was never made. */
        private boolean undoesItself() {
            return this == TURN_GREEN || this == TURN_ALPHA;
        }
    }

    /** What is done to a picture, in order. */
    public static List<Change> of(Scene scene, String file) {
        return scene.parts().of(KEY).stream()
                .filter(e -> e.file.equals(file))
                .map(PictureEdit::change)
                .toList();
    }

    /** With one more; one that takes back the last of the same picture takes its place. */
    public static Scene added(Scene scene, PictureEdit edit) {
        List<PictureEdit> all = new ArrayList<>(scene.parts().of(KEY));
        List<Change> before = of(scene, edit.file);
        Change last = before.isEmpty() ? null : before.getLast();
        if (last == edit.change && edit.change.undoesItself()) {
            all.remove(all.lastIndexOf(edit));
        } else if (last != edit.change) {
            all.add(edit);
        }
        return scene.with(KEY, all);
    }
}
