package idleheron.app.picture;

import idleheron.core.Wording;
import idleheron.core.job.Budget;
import idleheron.core.job.Progress;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PixelGap;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureFolder;
import idleheron.formats.pictures.PictureMaker;
import idleheron.formats.pictures.PictureWish;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The pictures of a scene, and those that lie beside it and are not linked.
 *
 * @param linked one for each file that a link names, in the order of the links
 * @param beside the nearest folders first
 * @param more files that lie beside it and were not looked at
 */
public record PicturesAtHand(List<Picture> linked, List<Picture> beside, int more) {
    private static final int DEEPEST = 3;
    private static final int MOST = 5000;
    private static final int SHOWN = 60;

    public PicturesAtHand {
        linked = List.copyOf(linked);
        beside = List.copyOf(beside);
    }

    /**
     * A picture.
     *
     * @param name of its file
     * @param path as it is linked, relative to the scene's file, with strokes
     * @param seen where it is had from, or null where it is not found
     * @param users "body: colour" for each material that it is on
     * @param look what is told of it
     * @param sent what becomes of it by the remedies so far, with its figures; "" where nothing does
     */
    public record Picture(
            String name,
            String path,
            PicturesJob.@Nullable Seen seen,
            List<String> users,
            @Nullable PictureDone look,
            String sent) {
        public Picture {
            users = List.copyOf(users);
        }

        private Picture with(PictureDone value) {
            return new Picture(name, path, seen, users, value, sent);
        }
    }

    /** Looks at all of them. */
    public static PicturesAtHand of(Scene scene, Progress progress) throws IOException {
        List<Path> homes = scene.parts().of(PictureHome.KEY).stream()
                .map(PictureHome::folder)
                .toList();
        List<Picture> linked = new ArrayList<>();
        Set<String> names = new HashSet<>();
        Set<Path> taken = new HashSet<>();
        for (Texture t : scene.textures()) {
            PicturesJob.Seen seen = seen(t, homes);
            if (seen != null && seen.content() == null) {
                taken.add(seen.file());
            }
            if (names.add(t.fileName())) {
                linked.add(new Picture(
                        t.fileName(), path(t), seen, users(scene, t.fileName()), null, sent(scene, t, seen)));
            }
        }
        List<Picture> beside = new ArrayList<>();
        int more = 0;
        Path home = homes.isEmpty() ? null : homes.getFirst();
        if (home != null) {
            List<Path> near = new ArrayList<>(PictureFolder.of(home, DEEPEST, MOST));
            near.removeIf(p -> taken.contains(home.resolve(p).normalize()));
            near.sort(Comparator.comparingInt(Path::getNameCount).thenComparing(Path::toString));
            more = Math.max(0, near.size() - SHOWN);
            for (Path p : near.subList(0, near.size() - more)) {
                beside.add(new Picture(
                        String.valueOf(p.getFileName()),
                        p.toString().replace('\\', '/'),
                        new PicturesJob.Seen(home.resolve(p), null),
                        List.of(),
                        null,
                        ""));
            }
        }
        List<Picture> all = new ArrayList<>(linked);
        all.addAll(beside);
        List<Picture> looked = looked(all, progress);
        return new PicturesAtHand(looked.subList(0, linked.size()), looked.subList(linked.size(), looked.size()), more);
    }

    private static List<Picture> looked(List<Picture> all, Progress progress) throws IOException {
        List<PicturesJob.Seen> seen = new ArrayList<>();
        for (Picture p : all) {
            if (p.seen != null) {
                seen.add(p.seen);
            }
        }
        List<PictureDone> looks = PicturesJob.look(seen, progress);
        List<Picture> out = new ArrayList<>();
        int next = 0;
        for (Picture p : all) {
            out.add(p.seen == null ? p : p.with(looks.get(next++)));
        }
        return out;
    }

    private static PicturesJob.@Nullable Seen seen(Texture t, List<Path> homes) {
        if (t.content() != null) {
            return new PicturesJob.Seen(Path.of(Wording.plain(t.fileName())), t.content());
        }
        for (Path home : homes) {
            Path file = PictureFiles.find(home, t.relative(), t.path());
            if (file != null) {
                return new PicturesJob.Seen(file.normalize(), null);
            }
        }
        return null;
    }

    /** "alpha filled; differs by …; 1 kB → 2 kB"; "" as well where it cannot be made, which sending tells. */
    private static String sent(Scene scene, Texture t, PicturesJob.@Nullable Seen seen) {
        List<PictureEdit.Change> edits = PictureEdit.of(scene, t.fileName());
        if (edits.isEmpty() || seen == null) {
            return "";
        }
        try {
            byte[] own = seen.content();
            byte[] bytes = own != null ? own : Files.readAllBytes(seen.file());
            PictureMaker.Made made =
                    PictureMaker.made(t.fileName(), bytes, new PictureWish("png", 0, 0, false, "", edits, 0));
            return made == null
                    ? ""
                    : PictureDone.told(made.did(), PixelGap.of(made.before(), made.after())) + "; "
                            + Wording.bytes(bytes.length) + " → " + Wording.bytes(made.bytes().length);
        } catch (IOException | Budget.Exceeded e) { // one picture takes nobody else with it
            return "";
        }
    }

    private static String path(Texture t) {
        String told = t.relative().isBlank() ? t.path() : t.relative();
        return told.isBlank() || t.content() != null ? t.fileName() : told.replace('\\', '/');
    }

    private static List<String> users(Scene scene, String file) {
        List<String> out = new ArrayList<>();
        for (Material m : scene.materials()) {
            Set<String> on = m.uses().stream()
                    .filter(u -> u.texture() >= 0
                            && scene.textures().get(u.texture()).fileName().equals(file))
                    .map(u -> {
                        PictureRole role = PictureRole.linked(u.property());
                        return role == PictureRole.UNKNOWN ? u.property() : role.word();
                    })
                    .collect(Collectors.toCollection(LinkedHashSet::new));
            if (!on.isEmpty()) {
                out.add(m.name() + ": " + String.join(", ", on));
            }
        }
        return out;
    }
}
