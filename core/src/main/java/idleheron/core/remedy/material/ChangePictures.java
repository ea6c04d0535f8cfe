package idleheron.core.remedy.material;

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
            "Turns the green of pictures of normals to run the other way.");
    private static final RemedyType FILL =
            type("fill-alpha", PictureEdit.Change.FILL_ALPHA, "Makes pictures opaque; their colours stay.");
    private static final RemedyType TURN =
            type("turn-alpha", PictureEdit.Change.TURN_ALPHA, "Makes what is clear opaque and what is opaque clear.");
    private static final RemedyType DROP =
            type("drop-alpha", PictureEdit.Change.DROP_ALPHA, "Takes alpha away from pictures; their colours stay.");

    public static final List<RemedyType> TYPES = List.of(GREEN, FILL, TURN, DROP);

    private static RemedyType type(String code, PictureEdit.Change change, String text) {
        return RemedyType.of(code, ChangePictures.class, Keeps.OTHERS, text)
                .told("=NAME,…", v -> new ChangePictures(change, v.names()))
                .measured("pictures that are changed", ChangePictures::changed);
    }

    public ChangePictures {
        files = List.copyOf(files);
        if (files.isEmpty() || files.stream().anyMatch(String::isBlank)) {
            throw new IllegalArgumentException("a change of pictures needs the names of their files");
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
            case TURN_GREEN -> "Turn the green";
            case FILL_ALPHA -> "Make it opaque";
            case TURN_ALPHA -> "Turn the alpha";
            case DROP_ALPHA -> "Drop the alpha";
        };
    }

    @Override
    public String describe() {
        String what = String.join(", ", files);
        return switch (change) {
            case TURN_GREEN -> "Lets the green of " + what + " run the other way.";
            case FILL_ALPHA -> "Makes " + what + " opaque; colours stay.";
            case TURN_ALPHA -> "Makes what is clear in " + what + " opaque, and what is opaque clear.";
            case DROP_ALPHA -> "Takes the alpha of " + what + " away; colours stay.";
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
