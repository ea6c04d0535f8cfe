package idleheron.core.picture;

import static idleheron.core.Messages.say;

import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder from which paths of a scene's pictures are meant: that of the file it was read from. A scene put together has several.
 */
public record PictureHome(Path folder) {
    public static final PartKey<PictureHome> KEY =
            new PartKey<>(say("core.picture.PictureHome.folders-of-pictures"), PictureHome.class);

    /** A scene with pictures, looked for first beside the file it was read from, then where its reader knows of others. */
    public static Scene around(Path file, Scene scene) {
        Path folder = file.toAbsolutePath().getParent();
        if (scene.textures().isEmpty() || folder == null) {
            return scene;
        }
        List<PictureHome> all = new ArrayList<>(List.of(new PictureHome(folder)));
        scene.parts().of(KEY).stream().filter(h -> !h.folder.equals(folder)).forEach(all::add);
        return scene.with(KEY, all);
    }
}
