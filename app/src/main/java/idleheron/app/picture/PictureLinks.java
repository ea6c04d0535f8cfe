package idleheron.app.picture;

import static idleheron.core.Messages.say;

import idleheron.app.OpenJob;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.PictureRole;
import idleheron.core.remedy.material.LinkPictures;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.SceneFiles;
import idleheron.formats.pictures.PictureCandidates;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A model written anew beside pictures that were made, and linked to them: each by the name of its file, else by the nearest.
 *
 * @param model the file, which stays as it is
 * @param out the folder in which the pictures are, and to which the model goes under its name
 */
public record PictureLinks(Path model, Path out, boolean overwrite) {
    /**
     * What became of the links.
     *
     * @param linked from the name of a picture's file to the path from the model
     * @param near those of them whose name is another one
     * @param missing pictures that nothing was found for
     */
    public record Result(Map<String, String> linked, List<String> near, List<String> missing, Delivery.Outcome sent) {}

    /** Says no before any work, to a model that is not there or cannot be written. */
    public void check() throws IOException {
        if (!Files.isRegularFile(model)) {
            throw new UsageException(say("app.picture.PictureLinks.there-is-no-such-file", model));
        }
        SendJob.free(List.of(target()), overwrite, List.of(model));
    }

    private Path target() {
        return out.resolve(String.valueOf(model.getFileName()));
    }

    /**
     * @throws IOException when the model cannot be read or written
     * @throws UsageException when it has no pictures
     */
    public Result run(List<PictureDone> pictures, Progress progress) throws IOException {
        Asset asset = OpenJob.of(model).run(progress.part(0, 0.4));
        Scene scene = asset.scene();
        if (scene.textures().isEmpty()) {
            throw new UsageException(
                    say("app.picture.PictureLinks.has-no-pictures-that-could-be", model.getFileName()));
        }
        List<PictureDone> made =
                pictures.stream().filter(d -> !d.targets().isEmpty()).toList();
        List<Path> files = made.stream().map(PictureDone::file).toList();
        Map<String, String> table = new LinkedHashMap<>();
        List<String> near = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        Map<String, PictureRole> roles = roles(scene);
        for (Texture t : scene.textures()) {
            String name = t.fileName();
            if (t.content() != null || table.containsKey(name) || missing.contains(name)) {
                continue;
            }
            int source = called(t, files);
            if (source < 0) {
                List<String> found =
                        PictureCandidates.nearest(name, roles.getOrDefault(name, PictureRole.UNKNOWN), files);
                source = found.isEmpty() ? -1 : files.indexOf(Path.of(found.getFirst()));
                (source < 0 ? missing : near).add(name);
            }
            if (source >= 0) {
                Path to = made.get(source).targets().getFirst();
                table.put(name, out.relativize(to).toString().replace('\\', '/'));
            }
        }
        Scene linked = new LinkPictures(table)
                .apply(scene)
                // what it is linked to lies where it is written
                .with(PictureHome.KEY, List.of(new PictureHome(out.toAbsolutePath())));
        SceneFormat format = SceneFiles.named(asset.format());
        Target target = new Target(target(), format, format.variant(target()));
        SendJob send = new SendJob(out, List.of(model), Delivery.PLAIN, target, overwrite);
        return new Result(table, near, missing, send.run(linked, progress.part(0.4, 1)));
    }

    /** The file of the texture's name; of several that which lies where its path says, else the first; -1 where there is none. */
    private static int called(Texture t, List<Path> files) {
        String told = t.relative().replace('\\', '/');
        int out = -1;
        for (int i = 0; i < files.size(); i++) {
            if (String.valueOf(files.get(i).getFileName()).equals(t.fileName())) {
                out = out < 0 ? i : out;
                if (files.get(i).toString().replace('\\', '/').endsWith('/' + told)) {
                    return i;
                }
            }
        }
        return out;
    }

    private static Map<String, PictureRole> roles(Scene s) {
        Map<String, PictureRole> out = new HashMap<>();
        for (Material m : s.materials()) {
            for (Material.Use u : m.uses()) {
                if (u.texture() >= 0) {
                    out.putIfAbsent(s.textures().get(u.texture()).fileName(), PictureRole.linked(u.property()));
                }
            }
        }
        return out;
    }
}
