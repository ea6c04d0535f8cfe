package idleheron.formats.usd.write;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Leftovers;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A scene as one package: a crate first, then its pictures. */
public final class UsdPackaging {
    private static final String PICTURES = "textures/";

    /** Pictures that a package may hold. */
    private static final Set<String> MAY_TRAVEL = Set.of("png", "jpg", "jpeg", "exr", "avif");

    private UsdPackaging() {}

    /**
     * @param file new or empty
     * @throws IOException when a picture is of a kind that a package may not hold
     */
    public static void write(Scene scene, Path file, Progress progress) throws IOException {
        Path work = Leftovers.workFolder();
        try {
            List<UsdPackage.Content> contents = new ArrayList<>();
            List<Texture> textures = new ArrayList<>();
            Set<String> taken = new HashSet<>();
            for (Texture t : scene.textures()) {
                textures.add(picture(t, file.toAbsolutePath().getParent(), work, taken, contents));
            }
            Path layer = work.resolve("scene.usdc");
            Layers.writeCrate(UsdSceneWriter.write(scene.withTextures(textures)), layer);
            contents.addFirst(new UsdPackage.Content("scene.usdc", layer));
            progress.at(0.5, say("formats.usd.write.UsdPackaging.packing"));
            UsdPackage.write(contents, file);
        } finally {
            Leftovers.delete(work);
        }
    }

    private static Texture picture(
            Texture t, @Nullable Path folder, Path work, Set<String> taken, List<UsdPackage.Content> contents)
            throws IOException {
        byte[] inside = t.content();
        Path found = inside == null ? PictureFiles.find(folder, t.relative(), t.path()) : null;
        if (inside == null && (found == null || folder == null || !PictureFiles.isInside(found, List.of(folder)))) {
            return t;
        }
        String name = t.fileName().replaceAll("[^A-Za-z0-9._-]", "_");
        String end = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        if (!MAY_TRAVEL.contains(end)) {
            throw new IOException(say("formats.usd.write.UsdPackaging.a-package-holds-png-and-jpeg", t.fileName()));
        }
        String own = name;
        for (int i = 2; !taken.add(own); i++) {
            own = i + "_" + name;
        }
        Path copy = work.resolve("picture_" + taken.size());
        if (inside != null) {
            Files.write(copy, inside);
        } else {
            Files.copy(java.util.Objects.requireNonNull(found), copy);
        }
        contents.add(new UsdPackage.Content(PICTURES + own, copy));
        return t.withContent(null).withPath(PICTURES + own, PICTURES + own);
    }

    /** A layer holds no pictures: what is inside a scene is written beside it. */
    public static Scene picturesBeside(Scene scene, @Nullable Path folder) throws IOException {
        if (folder == null || scene.textures().stream().allMatch(t -> t.content() == null)) {
            return scene;
        }
        try (Drafts drafts = new Drafts(false)) {
            Scene out = new PictureFiles.Travelling(null, List.of(), PictureStyle.AS_IT_IS, drafts)
                    .travel(scene, PictureFiles.Travel.BESIDE, folder);
            drafts.place();
            drafts.keep();
            return out;
        }
    }
}
