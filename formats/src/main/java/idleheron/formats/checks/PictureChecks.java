package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureRole;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureCandidates;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What only a look at the picture files tells: where they lie, how their names are written, and what they show. */
public final class PictureChecks {
    /** Larger files are not opened for a look. */
    private static final long LARGEST = 64L << 20;

    private static final double MEGA = 1e6;
    private static final double WITH_COPIES = 4 / 3.0;

    private PictureChecks() {}

    /**
     * Each picture is told once, with all who use it.
     *
     * @param folder of the scene's file, or null when there is none
     * @param c the destination, or null
     */
    public static List<Finding> of(Scene scene, @Nullable Path folder, @Nullable Convention c) {
        List<Finding> out = new ArrayList<>();
        double memory = 0;
        Map<List<Object>, Texture> pictures = new LinkedHashMap<>();
        for (Texture t : scene.textures()) {
            pictures.putIfAbsent(List.of(t.path(), t.relative(), Arrays.hashCode(t.content())), t);
        }
        PictureCandidates files = folder == null ? null : new PictureCandidates(folder);
        Map<Long, String> seen = new LinkedHashMap<>();
        for (Texture t : pictures.values()) {
            PictureUsers users = PictureUsers.of(scene, t);
            if (folder != null && files != null) {
                PicturePlaces.place(t, folder, files, users, out);
            }
            PictureReader.Seen picture = seen(t, folder, PictureEdit.of(scene, t.fileName()));
            if (picture != null) {
                memory += WITH_COPIES * 4 * picture.width() * picture.height();
                PictureFindings.of(t, users, picture, c, out);
                String other = seen.putIfAbsent(picture.hash(), t.fileName());
                if (other != null && !other.equals(t.fileName())) {
                    out.add(Finding.of("picture-twice", Severity.NOTE, Topic.MATERIALS)
                            .says(
                                    say("formats.checks.PictureChecks.and-are-the-same-picture", t.fileName(), other),
                                    say("formats.checks.PictureChecks.both-files-are-the-same-byte"))
                            .measured(Figure.of(2, say("formats.checks.PictureChecks.files"), t.fileName())));
                }
            }
        }
        budget(memory, c, out);
        return out;
    }

    /**
     * What is told of a picture that lies in a folder, with no scene.
     *
     * @param name of its file
     * @param role what it is for, which its name or what it shows tells
     */
    public static List<Finding> alone(String name, PictureReader.Seen picture, PictureRole role) {
        List<Finding> out = new ArrayList<>();
        PictureFindings.of(new Texture(name, name, name, true), PictureUsers.none(role), picture, null, out);
        return out;
    }

    /** What pictures take in memory once they are unpacked, each with its smaller copies. */
    private static void budget(double memory, @Nullable Convention c, List<Finding> out) {
        double most = c == null ? 0 : c.more().budget().pictureMegabytes();
        if (c != null && most > 0 && memory / MEGA > most) {
            out.add(Finding.of("budget-pictures", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            say(
                                    "formats.checks.PictureChecks.mb-of-pictures-mb-are-taken",
                                    Figure.number(memory / MEGA),
                                    Figure.number(most)),
                            say(
                                    "formats.checks.PictureChecks.takes-mb-once-they-are-unpacked",
                                    c.title(),
                                    Figure.number(most)))
                    .measured(Figure.of(memory / MEGA, "MB")));
        }
    }

    static Finding finding(String code, Texture t, String title, String message, double figure, String unit) {
        return Finding.of(code, Severity.DRIFTS, Topic.MATERIALS)
                .says(title, message)
                .measured(Figure.of(figure, unit, t.fileName()));
    }

    /** A look at a picture; null where it cannot be read. */
    private static PictureReader.@Nullable Seen seen(Texture t, @Nullable Path folder, List<PictureEdit.Change> edits) {
        byte[] bytes = t.content();
        try {
            Path there = bytes == null ? PictureFiles.find(folder, t.relative(), t.path()) : null;
            if (there != null && Files.size(there) <= LARGEST) {
                bytes = Files.readAllBytes(there);
            }
        } catch (IOException e) {
            return null;
        }
        return bytes == null ? null : PictureReader.look(bytes, edits);
    }
}
