package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxUserProperties;
import java.util.ArrayList;
import java.util.List;

/** Materials and textures to {@code Material}, {@code Texture} and {@code Video} objects. */
final class FbxSurfaceWriter {
    private FbxSurfaceWriter() {}

    /** Numbers of the objects of each material and each texture. */
    record Ids(long[] materials, long[] textures) {}

    static Ids write(Scene scene, FbxBuild build) {
        long[] textures = new long[scene.textures().size()];
        for (int i = 0; i < textures.length; i++) {
            textures[i] = texture(scene.textures().get(i), build);
        }
        long[] ids = new long[scene.materials().size()];
        for (int i = 0; i < ids.length; i++) {
            Material m = scene.materials().get(i);
            ids[i] = build.object("Material", m.name(), "Material", "", material(m));
            for (Material.Use u : m.uses()) {
                build.connect(textures[u.texture()], ids[i], u.property());
            }
        }
        return new Ids(ids, textures);
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

    private static long texture(Texture t, FbxBuild build) {
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
        long video = build.object("Video", t.name(), "Video", "Clip", v);
        List<FbxRecord> p = new ArrayList<>();
        if (!t.uvSet().isEmpty()) {
            p.add(FbxBuild.words("UVSet", t.uvSet()));
        }
        FbxUserProperties.write(t.properties(), p);
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
