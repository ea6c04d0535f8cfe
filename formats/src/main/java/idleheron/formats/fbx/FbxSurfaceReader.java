package idleheron.formats.fbx;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Texture;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * {@code Material}, {@code Texture} and {@code Video} objects. A texture hangs on a material by the property it drives; its
 * picture is at FileName or RelativeFilename, or inside the Video that hangs on it ({@code Content}).
 */
final class FbxSurfaceReader {
    private final FbxObjects objects;
    private final @Nullable Path folder;
    final List<Material> materials = new ArrayList<>();
    final List<Texture> textures = new ArrayList<>();
    final Map<Long, Integer> materialIndex = new HashMap<>();
    private final Map<Long, Integer> textureIndex = new HashMap<>();

    FbxSurfaceReader(FbxObjects objects, @Nullable Path folder) {
        this.objects = objects;
        this.folder = folder;
    }

    void read() {
        for (FbxObjects.Item t : objects.all("Texture")) {
            textureIndex.put(t.id(), textures.size());
            textures.add(texture(t));
        }
        for (FbxObjects.Item m : objects.all("Material")) {
            materialIndex.put(m.id(), materials.size());
            materials.add(material(m));
        }
    }

    private Material material(FbxObjects.Item m) {
        FbxProperties p = objects.properties(m);
        Vec3 color = p.vector("DiffuseColor", p.vector("Diffuse", new Vec3(0.8, 0.8, 0.8)));
        double opacity = p.find("Opacity") != null
                ? p.number("Opacity", 1)
                : 1
                        - p.number("TransparencyFactor", 0)
                                * p.vector("TransparentColor", Vec3.ZERO).x();
        int texture = -1;
        for (FbxObjects.Link l : objects.linksUnder(m.id())) {
            Integer t = textureIndex.get(l.id());
            if (t != null && (texture < 0 || l.property().equals("DiffuseColor"))) {
                texture = t;
            }
        }
        return new Material(
                m.name(), m.record().childText("ShadingModel"), color, Math.clamp(opacity, 0.0, 1.0), texture);
    }

    private Texture texture(FbxObjects.Item t) {
        String path = t.record().childText("FileName");
        String relative = t.record().childText("RelativeFilename");
        boolean inside = objects.under(t.id(), "Video").stream().anyMatch(FbxSurfaceReader::hasContent);
        return new Texture(t.name(), path, relative, inside || exists(relative) || exists(path));
    }

    private static boolean hasContent(FbxObjects.Item video) {
        FbxRecord content = video.record().child("Content");
        return content != null && content.value(0) instanceof FbxValue.Blob b && b.bytes().length > 0;
    }

    private boolean exists(String path) {
        if (path.isBlank() || folder == null) {
            return false;
        }
        try {
            String plain = path.replace('\\', '/');
            Path name = Path.of(plain).getFileName();
            return Files.isRegularFile(folder.resolve(plain))
                    || name != null && Files.isRegularFile(folder.resolve(name.toString()));
        } catch (InvalidPathException e) {
            return false;
        }
    }
}
