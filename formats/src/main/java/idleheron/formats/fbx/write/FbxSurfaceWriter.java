package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxUserProperties;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Materials and textures to {@code Material}, {@code Texture} and {@code Video} objects. */
final class FbxSurfaceWriter {
    /** Properties of a texture object that say how a picture lies. */
    private static final Set<String> LIES = Set.of("Translation", "Rotation", "Scaling", "WrapModeU", "WrapModeV");

    /** Numbers of the objects of each material and each texture. */
    record Ids(long[] materials, long[] textures) {}

    private final Scene scene;
    private final FbxBuild build;
    private final Placement[] first;
    private final long[] videos;
    private final long[] textures;

    /** Texture objects of pictures that lie otherwise than where they are used first. */
    private final Map<Material.Use, Long> others = new HashMap<>();

    private FbxSurfaceWriter(Scene scene, FbxBuild build) {
        this.scene = scene;
        this.build = build;
        int n = scene.textures().size();
        first = Material.firstPlacements(scene.materials(), n);
        videos = new long[n];
        textures = new long[n];
        for (int i = 0; i < n; i++) {
            videos[i] = video(scene.textures().get(i), build);
            textures[i] = texture(i, first[i]);
        }
    }

    static Ids write(Scene scene, FbxBuild build) {
        FbxSurfaceWriter w = new FbxSurfaceWriter(scene, build);
        long[] ids = new long[scene.materials().size()];
        for (int i = 0; i < ids.length; i++) {
            Material m = scene.materials().get(i);
            ids[i] = build.object("Material", m.name(), "Material", "", material(m));
            for (Material.Use u : m.uses()) {
                build.connect(w.lying(u), ids[i], u.property());
            }
        }
        return new Ids(ids, w.textures);
    }

    /** The texture object of a use: how a picture lies belongs to it, so one that lies in several ways has several. */
    private long lying(Material.Use u) {
        int t = u.texture();
        return saysHowItLies(scene.textures().get(t)) || u.placement().equals(first[t])
                ? textures[t]
                : others.computeIfAbsent(new Material.Use("", t, u.placement()), k -> texture(t, u.placement()));
    }

    /** Whether its own properties say how it lies, as those of a file of this carrier do. */
    private static boolean saysHowItLies(Texture t) {
        return t.properties().stream().anyMatch(p -> LIES.contains(p.name()));
    }

    private static List<FbxRecord> placed(Placement lies) {
        List<FbxRecord> out = new ArrayList<>();
        if (!lies.isPlain()) {
            Placement.Parts by = lies.parts();
            out.add(FbxBuild.vector("Translation", "Vector", "A", new Vec3(by.moveU(), by.moveV(), 0)));
            out.add(FbxBuild.vector("Rotation", "Vector", "A", new Vec3(0, 0, by.degrees())));
            out.add(FbxBuild.vector("Scaling", "Vector", "A", new Vec3(by.scaleU(), by.scaleV(), 1)));
        }
        if (lies.acrossU() == Placement.Wrap.CLAMP) {
            out.add(FbxBuild.choice("WrapModeU", 1));
        }
        if (lies.acrossV() == Placement.Wrap.CLAMP) {
            out.add(FbxBuild.choice("WrapModeV", 1));
        }
        return out;
    }

    private static List<FbxRecord> material(Material m) {
        List<FbxRecord> p = new ArrayList<>();
        p.add(FbxBuild.vector("DiffuseColor", "Color", "A", m.diffuse()));
        boolean coloured = m.properties().stream().anyMatch(f -> f.name().equals("TransparentColor"));
        if (!coloured) {
            p.add(FbxBuild.vector("TransparentColor", "Color", "A", Vec3.ONE));
        }
        FbxUserProperties.write(m.properties(), p);
        p.add(FbxBuild.animated("TransparencyFactor", 1 - m.opacity()));
        p.add(FbxBuild.number("Opacity", m.opacity()));
        return List.of(
                leaf("Version", 102),
                leaf("ShadingModel", m.model().isEmpty() ? "phong" : m.model()),
                leaf("MultiLayer", 0),
                FbxBuild.properties(p));
    }

    private static long video(Texture t, FbxBuild build) {
        List<FbxRecord> v = new ArrayList<>(List.of(
                leaf("Type", "Clip"),
                FbxBuild.properties(List.of(FbxBuild.words("Path", t.path()))),
                leaf("UseMipMap", 0),
                leaf("Filename", t.path()),
                leaf("RelativeFilename", t.relative())));
        byte[] content = t.content();
        if (content != null) {
            v.add(FbxRecord.leaf("Content", new FbxValue.Blob(content)));
        }
        return build.object("Video", t.name(), "Video", "Clip", v);
    }

    private long texture(int index, Placement lies) {
        Texture t = scene.textures().get(index);
        List<FbxRecord> p = new ArrayList<>();
        if (!t.uvSet().isEmpty()) {
            p.add(FbxBuild.words("UVSet", t.uvSet()));
        }
        FbxUserProperties.write(t.properties(), p);
        if (!saysHowItLies(t)) {
            p.addAll(placed(lies));
        }
        List<FbxRecord> c = new ArrayList<>(List.of(
                leaf("Type", "TextureVideoClip"),
                leaf("Version", 202),
                leaf("TextureName", t.name() + "\0\1Texture"),
                leaf("Media", t.name() + "\0\1Video"),
                leaf("FileName", t.path()),
                leaf("RelativeFilename", t.relative())));
        if (!p.isEmpty()) {
            c.add(3, FbxBuild.properties(p));
        }
        long id = build.object("Texture", t.name(), "Texture", "", c);
        build.connect(videos[index], id);
        return id;
    }
}
