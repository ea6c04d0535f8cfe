package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Texture;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxObjects;
import idleheron.formats.fbx.parts.FbxProperties;
import idleheron.formats.fbx.parts.FbxUserProperties;
import idleheron.formats.pictures.PictureFiles;
import java.io.ByteArrayOutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * {@code Material}, {@code Texture} and {@code Video} objects.
 *
 * <pre>
 * Material  ShadingModel; DiffuseColor, Opacity or TransparencyFactor · TransparentColor; all other properties as they are
 * Texture   hangs on a material by the property it drives; FileName, RelativeFilename; property UVSet
 * Video     hangs on a texture; Filename, RelativeFilename; Content, the picture itself, in one or more pieces
 * LayeredTexture  stands between a material and several textures; the first of them is taken, and this is told
 * </pre>
 */
final class FbxSurfaceReader {
    private static final Set<String> MATERIAL = Set.of("DiffuseColor", "Opacity", "TransparencyFactor");
    private static final Set<String> TEXTURE = Set.of("UVSet");

    private final FbxObjects objects;
    private final @Nullable Path folder;
    private final List<String> notes;
    final List<Material> materials = new ArrayList<>();
    final List<Texture> textures = new ArrayList<>();
    private final List<Placement> placements = new ArrayList<>();
    final Map<Long, Integer> materialIndex = new HashMap<>();
    final Map<Long, Integer> textureIndex = new HashMap<>();

    FbxSurfaceReader(FbxObjects objects, @Nullable Path folder, List<String> notes) {
        this.objects = objects;
        this.folder = folder;
        this.notes = notes;
    }

    void read() {
        for (FbxObjects.Item t : objects.all("Texture")) {
            textureIndex.put(t.id(), textures.size());
            textures.add(texture(t));
            placements.add(placement(objects.properties(t)));
        }
        for (FbxObjects.Item m : objects.all("Material")) {
            materialIndex.put(m.id(), materials.size());
            materials.add(material(m));
        }
    }

    private Material material(FbxObjects.Item m) {
        FbxProperties p = objects.properties(m);
        Vec3 color = p.vector("DiffuseColor", p.vector("Diffuse", new Vec3(0.8, 0.8, 0.8)));
        Vec3 clear = p.vector("TransparentColor", Vec3.ZERO);
        double opacity = p.find("Opacity") != null
                ? p.number("Opacity", 1)
                : 1 - p.number("TransparencyFactor", 0) * (clear.x() + clear.y() + clear.z()) / 3;
        Set<String> known = new HashSet<>(MATERIAL);
        if (clear.x() == clear.y() && clear.y() == clear.z()) {
            known.add("TransparentColor");
        }
        return new Material(
                m.name(),
                m.record().childText("ShadingModel"),
                color,
                Math.clamp(opacity, 0.0, 1.0),
                uses(m),
                FbxUserProperties.read(p, known));
    }

    private List<Material.Use> uses(FbxObjects.Item m) {
        List<Material.Use> out = new ArrayList<>();
        for (FbxObjects.Link l : objects.linksUnder(m.id())) {
            Integer t = textureIndex.get(l.id());
            FbxObjects.Item between = objects.item(l.id());
            if (t == null && between != null && between.kind().equals("LayeredTexture")) {
                List<FbxObjects.Item> layers = objects.under(l.id(), "Texture");
                notes.add(say(
                        "formats.fbx.read.FbxSurfaceReader.has-pictures-in-layers-on-the",
                        m.name(),
                        layers.size(),
                        l.property()));
                t = layers.isEmpty() ? null : textureIndex.get(layers.getFirst().id());
            }
            if (t != null) {
                out.add(new Material.Use(
                        l.property().isEmpty() ? Material.DIFFUSE : l.property(), t, placements.get(t)));
            }
        }
        return out;
    }

    /** Scaling, turn about the third axis in degrees and move of the coordinates; repeated unless it says 1. */
    private static Placement placement(FbxProperties p) {
        Vec3 scale = p.vector("Scaling", new Vec3(1, 1, 1));
        Vec3 turn = p.vector("Rotation", Vec3.ZERO);
        Vec3 move = p.vector("Translation", Vec3.ZERO);
        return Placement.of(scale.x(), scale.y(), turn.z(), move.x(), move.y())
                .wrapped(wrap(p, "WrapModeU"), wrap(p, "WrapModeV"));
    }

    private static Placement.Wrap wrap(FbxProperties p, String name) {
        return p.number(name, 0) == 1 ? Placement.Wrap.CLAMP : Placement.Wrap.REPEAT;
    }

    private Texture texture(FbxObjects.Item t) {
        List<FbxObjects.Item> videos = objects.under(t.id(), "Video");
        String path = t.record().childText("FileName");
        String relative = t.record().childText("RelativeFilename");
        byte[] content = null;
        for (FbxObjects.Item v : videos) {
            path = path.isEmpty() ? v.record().childText("Filename") : path;
            relative = relative.isEmpty() ? v.record().childText("RelativeFilename") : relative;
            content = content == null ? content(v) : content;
        }
        FbxProperties p = objects.properties(t);
        List<FreeProperty> more = FbxUserProperties.read(p, TEXTURE);
        boolean found = content != null || PictureFiles.find(folder, relative, path) != null;
        return new Texture(t.name(), path, relative, found, content, p.text("UVSet"), more);
    }

    private static byte @Nullable [] content(FbxObjects.Item video) {
        FbxRecord r = video.record().child("Content");
        if (r == null) {
            return null;
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (FbxValue v : r.values()) {
            if (v instanceof FbxValue.Blob b) {
                out.writeBytes(b.bytes());
            }
        }
        return out.size() == 0 ? null : out.toByteArray();
    }
}
