package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.Meaning;
import idleheron.core.picture.NormalFacts;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.PixelSize;
import idleheron.core.picture.Pixels;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Makes of picture files what is wished of them. */
public final class PictureMaker {
    private PictureMaker() {}

    /**
     * What came of a picture.
     *
     * @param bytes the file; the same as before where nothing was to be done
     * @param kind of it: "png", or what it was before
     * @param before what was read
     * @param after what is read of the bytes
     * @param did what was done, in words
     */
    public record Made(byte[] bytes, String kind, Pixels before, Pixels after, List<String> did) {}

    /** "jpeg" of a name; what it ends in where that is none that is written. */
    public static String kindOf(String name) {
        String end = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return switch (end) {
            case "jpg" -> "jpeg";
            case "tif" -> "tiff";
            default -> end;
        };
    }

    /** By name, else by what it shows. */
    public static PictureRole role(String name, PictureFacts shows) {
        PictureRole named = PictureRole.named(name);
        return named == PictureRole.UNKNOWN ? PictureRole.shown(shows) : named;
    }

    /**
     * The picture as wished, or null when it is none that can be read.
     *
     * @param name of its file, which tells its kind and what it may be for
     * @throws IOException when it cannot be written as asked
     */
    public static @Nullable Made made(String name, byte[] bytes, PictureWish wish) throws IOException {
        Pixels before = PictureReader.pixels(bytes);
        if (before == null) {
            return null;
        }
        PictureRole role = role(name, PictureFacts.of(before.looked(PictureReader.LONGEST_LOOKED)));
        return made(name, bytes, before, wish, role);
    }

    /** As before, of a picture that was read and whose role is known. */
    public static Made made(String name, byte[] bytes, Pixels before, PictureWish wish, PictureRole role)
            throws IOException {
        List<String> did = new ArrayList<>();
        Pixels now = changed(before, wish, role, did);
        int[] size = wish.size(now.width(), now.height());
        if (size[0] != now.width() || size[1] != now.height()) {
            now = PixelSize.of(now, size[0], size[1], Meaning.of(role));
            did.add(say("formats.pictures.PictureMaker.resized"));
        }
        String was = kindOf(name);
        String kind = wish.kind().isEmpty() ? was : wish.kind();
        if (!kind.equals(was)) {
            did.add(say("formats.pictures.PictureMaker.written-as", kind));
        }
        int bits = wish.bits() == 0 ? now.bits() : wish.bits();
        if (bits != now.bits()) {
            now = now.withBits(bits);
            did.add(say("formats.pictures.PictureMaker.bits", bits));
        }
        if (did.isEmpty()) {
            return new Made(bytes, was, before, before, did);
        }
        if (!PictureWriter.KINDS.contains(kind)) {
            kind = "png"; // a kind that is read alone
            did.add(say("formats.pictures.PictureMaker.written-as-png"));
        }
        byte[] out = PictureWriter.written(now, kind);
        Pixels after = PictureReader.pixels(out);
        if (after == null) {
            throw new IOException(say("formats.pictures.PictureMaker.written-as-does-not-read-back", name, kind));
        }
        return new Made(out, kind, before, after, did);
    }

    private static Pixels changed(Pixels before, PictureWish wish, PictureRole role, List<String> did) {
        Pixels now = before;
        for (PictureEdit.Change c : wish.changes()) {
            Pixels next = PixelChange.of(now, c);
            if (next != now) {
                did.add(c.word());
            }
            now = next;
        }
        if (wish.rise() > 0 && role == PictureRole.HEIGHT) {
            now = PixelChange.normals(now, wish.rise());
            did.add(say("formats.pictures.PictureMaker.heights-as-normals"));
        } else if (!wish.green().isEmpty() && role == PictureRole.NORMAL) {
            NormalFacts n = NormalFacts.of(now.looked(PictureReader.LONGEST_LOOKED));
            if (wish.green().equals("up") ? n.isDown() : n.isUp()) {
                now = PixelChange.of(now, PictureEdit.Change.TURN_GREEN);
                did.add(PictureEdit.Change.TURN_GREEN.word());
            }
        }
        return now;
    }
}
