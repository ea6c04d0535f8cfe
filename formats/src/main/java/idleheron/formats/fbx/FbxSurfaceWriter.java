package idleheron.formats.fbx;

import static idleheron.formats.fbx.FbxBuild.leaf;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.List;

/** Materials and textures to {@code Material}, {@code Texture} and {@code Video} objects. */
final class FbxSurfaceWriter {
    private FbxSurfaceWriter() {}

    /** Gives the object number of each material. */
    static long[] write(Scene scene, FbxBuild build) {
        long[] textures = new long[scene.textures().size()];
        for (int i = 0; i < textures.length; i++) {
            textures[i] = texture(scene.textures().get(i), build);
        }
        long[] ids = new long[scene.materials().size()];
        for (int i = 0; i < ids.length; i++) {
            Material m = scene.materials().get(i);
            String model = m.model().isEmpty() ? "phong" : m.model();
            Vec3 clear = new Vec3(1, 1, 1);
            ids[i] = build.object(
                    "Material",
                    m.name(),
                    "Material",
                    "",
                    List.of(
                            leaf("Version", 102),
                            leaf("ShadingModel", model),
                            leaf("MultiLayer", 0),
                            FbxBuild.properties(List.of(
                                    FbxBuild.vector("DiffuseColor", "Color", "A", m.diffuse()),
                                    FbxBuild.vector("TransparentColor", "Color", "A", clear),
                                    FbxBuild.animated("TransparencyFactor", 1 - m.opacity()),
                                    FbxBuild.number("Opacity", m.opacity())))));
            if (m.texture() >= 0) {
                build.connect(textures[m.texture()], ids[i], "DiffuseColor");
            }
        }
        return ids;
    }

    private static long texture(Texture t, FbxBuild build) {
        long video = build.object(
                "Video",
                t.name(),
                "Video",
                "Clip",
                List.of(
                        leaf("Type", "Clip"),
                        FbxBuild.properties(List.of(FbxBuild.words("Path", t.path()))),
                        leaf("UseMipMap", 0),
                        leaf("Filename", t.path()),
                        leaf("RelativeFilename", t.relative())));
        long id = build.object(
                "Texture",
                t.name(),
                "Texture",
                "",
                List.of(
                        leaf("Type", "TextureVideoClip"),
                        leaf("Version", 202),
                        leaf("TextureName", t.name() + "\0\1Texture"),
                        leaf("Media", t.name() + "\0\1Video"),
                        leaf("FileName", t.path()),
                        leaf("RelativeFilename", t.relative())));
        build.connect(video, id);
        return id;
    }
}
