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
    private FbxSurfaceWriter() {}

    /** Properties of a texture object that say how a picture lies. */
    private static final Set<String> LIES = Set.of("Translation", "Rotation", "Scaling", "WrapModeU", "WrapModeV");

    /** Numbers of the objects of each material and each texture. */
    record Ids(long[] materials, long[] textures) {}

    static Ids write(Scene scene, FbxBuild build) {
        long[] textures = new long[scene.textures().size()];
        long[] videos = new long[textures.length];
        Map<Material.Use, Long> lying = new HashMap<>();
        for (int i = 0; i < textures.length; i++) {
            Texture t = scene.textures().get(i);
            videos[i] = video(t, build);
            textures[i] = texture(t, first(scene, i), videos[i], build);
        }
        long[] ids = new long[scene.materials().size()];
        for (int i = 0; i < ids.length; i++) {
            Material m = scene.materials().get(i);
            ids[i] = build.object("Material", m.name(), "Material", "", material(m));
            for (Material.Use u : m.uses()) {
                build.connect(lying(u, scene, textures, videos, lying, build), ids[i], u.property());
            }
        }
        return new Ids(ids, textures);
    }

    /** How a picture lies where it is used first. */
    private static Placement first(Scene scene, int texture) {
        for (Material m : scene.materials()) {
            for (Material.Use u : m.uses()) {
                if (u.texture() == texture) {
                    return u.placement();
                }
            }
        }
        return Placement.PLAIN;
    }

    /** The texture object of a use: how a picture lies belongs to it, so one that lies in several ways has several. */
    private static long lying(
            Material.Use u,
            Scene scene,
            long[] textures,
            long[] videos,
            Map<Material.Use, Long> others,
            FbxBuild build) {
        Texture t = scene.textures().get(u.texture());
        if (saysHowItLies(t) || u.placement().equals(first(scene, u.texture()))) {
            return textures[u.texture()];
        }
        return others.computeIfAbsent(
                new Material.Use("", u.texture(), u.placement()),
                k -> texture(t, u.placement(), videos[u.texture()], build));
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

    private static long texture(Texture t, Placement lies, long video, FbxBuild build) {
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
        build.connect(video, id);
        return id;
    }
}
