package idleheron.rehearsal.demo;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * All of <i>Low Tide Post</i> as a stage: the postwoman as an asset layer, her wading as a light layer over it, the bell by
 * reference, the reeds by payload, the smoke by its field files, a camera and a sun; and she alone as a package for a phone. The
 * smoke is pointed to where it lies, beside the folder: sent alone, the stage arrives without it.
 */
final class LowTideStage {
    static final String FOLDER = "stage";
    static final String TOP = "low_tide_post.usda";
    static final String PHONE = "postwoman_phone.usdz";

    private static final String TEXT = """
            #usda 1.0
            (
                defaultPrim = "LowTidePost"
                doc = "A marsh postwoman, reeds, a bell and peat smoke at low tide."
                endTimeCode = 48
                framesPerSecond = 24
                metersPerUnit = 1
                startTimeCode = 1
                timeCodesPerSecond = 24
                upAxis = "Y"
            )

            def Xform "LowTidePost" (
                kind = "assembly"
            )
            {
                def Xform "Postwoman" (
                    prepend references = @./postwoman_wade.usdc@
                )
                {
                    float3 xformOp:scale = (0.01, 0.01, 0.01)
                    uniform token[] xformOpOrder = ["xformOp:scale"]
                }

                def Xform "Bell" (
                    prepend references = @./bell.usdc@
                    variants = {
                        string clip = "ring"
                    }
                )
                {
                    double3 xformOp:translate:place = (1.6, 0, -0.8)
                    float3 xformOp:scale:size = (0.01, 0.01, 0.01)
                    uniform token[] xformOpOrder = ["xformOp:translate:place", "xformOp:scale:size"]
                }

                def Xform "Reeds" (
                    prepend payload = @./reeds.usdc@
                )
                {
                    double3 xformOp:translate:place = (0, 0, -1.2)
                    uniform token[] xformOpOrder = ["xformOp:translate:place"]
                }

                def Volume "PeatSmoke"
                {
                    rel field:density = </LowTidePost/PeatSmoke/density>

                    def OpenVDBAsset "density"
                    {
                        token fieldName = "density"
                        asset filePath.timeSamples = {
            SMOKE            }
                    }
                }

                def Camera "Camera"
                {
                    float2 clippingRange = (0.1, 100)
                    float focalLength = 0.35
                    float horizontalAperture = 0.36
                    float verticalAperture = 0.2025
                    double3 xformOp:translate = (0.6, 1.5, 6)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                }

                def DistantLight "Sun"
                {
                    color3f inputs:color = (1, 0.93, 0.8)
                    float inputs:intensity = 1
                    float3 xformOp:rotateXYZ = (-40, 30, 0)
                    uniform token[] xformOpOrder = ["xformOp:rotateXYZ"]
                }
            }
            """;

    private LowTideStage() {}

    /** Writes what is missing; the smoke must be there. */
    static void write(Path demo, Progress progress) throws IOException {
        Path folder = demo.resolve(FOLDER);
        Files.createDirectories(folder);
        progress.at(0.97, say("rehearsal.demo.LowTideStage.setting-the-stage"));
        Path asset = folder.resolve("postwoman.usdc");
        Path wade = folder.resolve("postwoman_wade.usdc");
        Path phone = folder.resolve(PHONE);
        if (!Files.exists(asset) || !Files.exists(wade) || !Files.exists(phone)) {
            Scene woman = Postwoman.scene().withTextures(List.of()).withMaterials(plain(Postwoman.scene()));
            Clip wading = woman.clips().getFirst();
            put(woman.withClips(List.of()), asset, UsdFormat.CRATE);
            if (!Files.exists(wade)) {
                UsdFormat.writeClip(woman, wading.name(), "./postwoman.usdc", UsdFormat.CRATE, wade);
            }
            Scene small = new ConvertStage(AxisSystem.COMMON, 1).apply(woman);
            put(
                    small.withClips(List.of(small.clips().get(1)))
                            .withStage(small.stage()
                                    .withRange(
                                            small.clips().get(1).startSeconds(),
                                            small.clips().get(1).endSeconds())),
                    phone,
                    UsdFormat.PACKAGE);
        }
        put(FootbridgeBell.scene(), folder.resolve("bell.usdc"), UsdFormat.CRATE);
        put(Reeds.scene(), folder.resolve("reeds.usdc"), UsdFormat.CRATE);
        if (!Files.exists(folder.resolve(TOP))) {
            Files.writeString(folder.resolve(TOP), TEXT.replace("SMOKE", smoke(demo)));
        }
    }

    private static List<idleheron.core.scene.Material> plain(Scene s) {
        return s.materials().stream()
                .map(m -> new idleheron.core.scene.Material(m.name(), m.model(), m.diffuse(), m.opacity(), -1))
                .toList();
    }

    private static void put(Scene scene, Path file, String variant) throws IOException {
        if (!Files.exists(file)) {
            SceneFiles.write(scene, file, new UsdFormat(), variant, false, Progress.NONE);
        }
    }

    /** One line a frame that is there: the missing frame is missing here too. */
    private static String smoke(Path demo) throws IOException {
        StringBuilder out = new StringBuilder();
        try (var files = Files.list(demo.resolve(DemoData.SMOKE))) {
            for (Path f : files.sorted().toList()) {
                String name = String.valueOf(f.getFileName());
                String digits = name.replaceAll("\\D", "");
                if (name.endsWith(".vdb") && !digits.isEmpty()) {
                    out.append("                ")
                            .append(Integer.parseInt(digits))
                            .append(": @../")
                            .append(DemoData.SMOKE)
                            .append('/')
                            .append(name)
                            .append("@,\n");
                }
            }
        }
        return out.toString();
    }
}
