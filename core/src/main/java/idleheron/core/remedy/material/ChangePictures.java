package idleheron.core.remedy.material;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PictureEdit;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.List;

/**
 * Changes every texel of some pictures: in the view at once, in files when the scene is written, under new names. Pictures that
 * were read stay as they are.
 *
 * @param files names of their files
 */
public record ChangePictures(PictureEdit.Change change, List<String> files) implements Remedy {
    private static final RemedyType GREEN = type(
            "turn-green",
            PictureEdit.Change.TURN_GREEN,
            say("core.remedy.material.ChangePictures.turns-the-green-of-pictures-of"));
    private static final RemedyType FILL = type(
            "fill-alpha",
            PictureEdit.Change.FILL_ALPHA,
            say("core.remedy.material.ChangePictures.makes-pictures-opaque-their-colours-stay"));
    private static final RemedyType TURN = type(
            "turn-alpha",
            PictureEdit.Change.TURN_ALPHA,
            say("core.remedy.material.ChangePictures.makes-what-is-clear-opaque-and"));
    private static final RemedyType DROP = type(
            "drop-alpha",
            PictureEdit.Change.DROP_ALPHA,
            say("core.remedy.material.ChangePictures.takes-alpha-away-from-pictures-their"));

    public static final List<RemedyType> TYPES = List.of(GREEN, FILL, TURN, DROP);

    private static RemedyType type(String code, PictureEdit.Change change, String text) {
        return RemedyType.of(code, ChangePictures.class, Keeps.OTHERS, text)
                .told("=NAME,…", v -> new ChangePictures(change, v.names()))
                .measured(
                        say("core.remedy.material.ChangePictures.pictures-that-are-changed"), ChangePictures::changed);
    }

    public ChangePictures {
        files = List.copyOf(files);
        if (files.isEmpty() || files.stream().anyMatch(String::isBlank)) {
            throw new IllegalArgumentException(
                    say("core.remedy.material.ChangePictures.a-change-of-pictures-needs-the"));
        }
    }

    private static String changed(Scene s) {
        return Long.toString(s.parts().of(PictureEdit.KEY).stream()
                .map(PictureEdit::file)
                .distinct()
                .count());
    }

    @Override
    public RemedyType type() {
        return switch (change) {
            case TURN_GREEN -> GREEN;
            case FILL_ALPHA -> FILL;
            case TURN_ALPHA -> TURN;
            case DROP_ALPHA -> DROP;
        };
    }

    @Override
    public String title() {
        return switch (change) {
            case TURN_GREEN -> say("core.remedy.material.ChangePictures.turn-the-green");
            case FILL_ALPHA -> say("core.remedy.material.ChangePictures.make-it-opaque");
            case TURN_ALPHA -> say("core.remedy.material.ChangePictures.turn-the-alpha");
            case DROP_ALPHA -> say("core.remedy.material.ChangePictures.drop-the-alpha");
        };
    }

    @Override
    public String describe() {
        String what = String.join(", ", files);
        return switch (change) {
            case TURN_GREEN -> say("core.remedy.material.ChangePictures.lets-the-green-of-run-the", what);
            case FILL_ALPHA -> say("core.remedy.material.ChangePictures.makes-opaque-colours-stay", what);
            case TURN_ALPHA -> say("core.remedy.material.ChangePictures.makes-what-is-clear-in-opaque", what);
            case DROP_ALPHA -> say("core.remedy.material.ChangePictures.takes-the-alpha-of-away-colours", what);
        };
    }

    @Override
    public Scene apply(Scene scene) {
        Scene out = scene;
        for (String file : files) {
            if (scene.textures().stream().map(Texture::fileName).anyMatch(file::equals)) {
                out = PictureEdit.added(out, new PictureEdit(file, change));
            }
        }
        return out;
    }
}
