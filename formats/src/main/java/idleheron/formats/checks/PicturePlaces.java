package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.picture.PictureRole;
import idleheron.core.remedy.material.LinkPictures;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureCandidates;
import idleheron.formats.pictures.PictureFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Where picture files lie, and how their paths are written. */
final class PicturePlaces {
    private PicturePlaces() {}

    /** Told with who uses it and what else lies there that it may be. */
    private static void missing(Texture t, PictureCandidates files, PictureUsers users, List<Finding> out) {
        PictureRole role = users.roles().isEmpty()
                ? PictureRole.UNKNOWN
                : users.roles().iterator().next();
        List<String> near = files.of(t, role);
        String told = near.isEmpty()
                ? say("formats.checks.PicturePlaces.it-will-be-missing-on-the")
                : say(
                        "formats.checks.PicturePlaces.is-the-nearest-name",
                        near.getFirst(),
                        (near.size() > 1
                                ? say(
                                        "formats.checks.PicturePlaces.then",
                                        String.join(", ", near.subList(1, near.size())))
                                : ""));
        out.add(Finding.of("texture-not-found", Severity.DRIFTS, Topic.MATERIALS)
                .says(
                        say("formats.checks.PicturePlaces.is-not-found", t.fileName()),
                        say("formats.checks.PicturePlaces.the-file-points-to", t.path(), users.text(), told))
                .measured(Figure.of(0, say("formats.checks.PicturePlaces.files"), t.fileName()))
                .because(
                        near.isEmpty()
                                ? say("formats.checks.PicturePlaces.the-path-belongs-to-another-machine")
                                : say("formats.checks.PicturePlaces.the-picture-was-renamed"))
                .mendedBy(near.isEmpty() ? null : new LinkPictures(Map.of(t.fileName(), near.getFirst()))));
    }

    private static boolean absolute(String path) {
        return path.startsWith("/") || path.startsWith("\\\\") || path.matches("[A-Za-z]:[\\\\/].*");
    }

    /**
     * @param folder of the scene's file
     * @param files what lies there
     */
    static void place(Texture t, Path folder, PictureCandidates files, PictureUsers users, List<Finding> out) {
        if (t.content() != null) {
            return;
        }
        boolean noWay = t.relative().isBlank() || absolute(t.relative());
        Path there = PictureFiles.find(folder, t.relative(), t.path());
        if (there == null) {
            if (!t.found()) { // a reader may know of other places
                missing(t, files, users, out);
            }
            Path like = otherCase(folder, t);
            if (like != null) {
                out.add(PictureChecks.finding(
                        "texture-in-other-case",
                        t,
                        say("formats.checks.PicturePlaces.is-written-otherwise", t.fileName()),
                        say("formats.checks.PicturePlaces.the-file-beside-it-is-where", like.getFileName()),
                        1,
                        "files"));
            }
            return;
        }
        if (noWay && absolute(t.path())) {
            out.add(PictureChecks.finding(
                    "texture-path-absolute",
                    t,
                    say("formats.checks.PicturePlaces.has-an-absolute-path-only", t.fileName()),
                    say("formats.checks.PicturePlaces.the-file-points-to-which-is", t.path()),
                    1,
                    "files"));
        }
        String told = (noWay ? t.path() : t.relative()).replace('\\', '/');
        if (!told.isBlank()
                && !absolute(told)
                && !folder.resolve(told).normalize().equals(there.normalize())) {
            out.add(PictureChecks.finding(
                    "texture-in-other-folder",
                    t,
                    say("formats.checks.PicturePlaces.lies-in-another-folder", t.fileName()),
                    say("formats.checks.PicturePlaces.the-file-says-and-it-was", told, folder.relativize(there)),
                    1,
                    "files"));
        }
    }

    private static @Nullable Path otherCase(Path folder, Texture t) {
        try {
            Path p = folder.resolve(t.relative().replace('\\', '/'));
            for (Path in : new Path[] {folder, p.getParent()}) {
                if (in != null && Files.isDirectory(in)) {
                    try (Stream<Path> files = Files.list(in)) {
                        Path like = files.filter(
                                        f -> String.valueOf(f.getFileName()).equalsIgnoreCase(t.fileName()))
                                .findFirst()
                                .orElse(null);
                        if (like != null) {
                            return like;
                        }
                    }
                }
            }
        } catch (IOException | RuntimeException e) {
            return null;
        }
        return null;
    }
}
