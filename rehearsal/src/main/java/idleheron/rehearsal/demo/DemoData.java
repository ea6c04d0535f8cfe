package idleheron.rehearsal.demo;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.obj.ObjFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import idleheron.formats.openvdb.coding.VdbWriter;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.UUID;

/** Writes Low Tide Post: what the makers have, what they sent, and what came back from both stand-ins. */
public final class DemoData {
    public static final String POSTWOMAN = "postwoman.fbx";
    public static final String BELL = "footbridge_bell.fbx";
    public static final String SENT = "postwoman_sent.fbx";

    public static final String SMOKE = "peat_smoke";
    public static final String SMOKE_RETURNED = "peat_smoke_from_elsewhere";

    public static final String REEDS = "reeds.abc";
    public static final String REEDS_RETURNED = "reeds_from_elsewhere.abc";

    public static final String GLB = "postwoman.glb";
    public static final String AVATAR = "postwoman.vrm";
    public static final String AVATAR_RETURNED = "postwoman_from_elsewhere.vrm";
    public static final String BODY = "postwoman_body.obj";

    public static final String CAPE = "postwoman_cape.fbx";
    public static final String CAPE_RETURNED = "postwoman_cape_from_elsewhere.fbx";

    public static final String GAUGE = "tide_gauge.fbx";

    /** Clips of the gauge that are written by formula; the second does not close. */
    public static final List<String> GAUGE_MOTIONS = List.of("gauge_tide.motion.toml", "gauge_storm.motion.toml");

    /** The stage of everything, below the folder. */
    public static final String STAGE = LowTideStage.FOLDER + "/" + LowTideStage.TOP;

    /** The package for a phone, below the folder. */
    public static final String PHONE = LowTideStage.FOLDER + "/" + LowTideStage.PHONE;

    /** By how many frames the returned reeds come late. */
    private static final int LATE = 10;

    private DemoData() {}

    /** Writes what is missing in a folder; what is there stays. */
    public static void write(Path folder, Progress progress) throws IOException {
        Files.createDirectories(folder);
        progress.at(0, say("rehearsal.demo.DemoData.modelling-the-postwoman"));
        LowTidePictures.write(folder);
        if (!Files.exists(folder.resolve(POSTWOMAN)) || !Files.exists(folder.resolve(SENT))) {
            Scene woman = LowTidePictures.on(Postwoman.scene());
            put(woman, folder.resolve(POSTWOMAN));
            Scene ready = woman;
            for (Remedy r : List.of(new BakeScale(), new SingleRoot(""), DropJoints.all())) {
                ready = r.apply(ready);
            }
            put(ready, folder.resolve(SENT));
        }
        progress.at(0.6, say("rehearsal.demo.DemoData.casting-the-bell"));
        if (!Files.exists(folder.resolve(BELL))) {
            put(FootbridgeBell.scene(), folder.resolve(BELL));
        }
        gauge(folder);
        for (StandIn s : List.of(StandIn.ALDER, StandIn.SEDGE)) {
            Path back = folder.resolve("postwoman_from_" + s.code() + ".fbx");
            progress.at(0.8, say("rehearsal.demo.DemoData.sending-her-to", s.title()));
            if (!Files.exists(back)) {
                s.rehearse(folder.resolve(SENT), back, Progress.NONE);
            }
        }
        avatars(folder, progress);
        garments(folder, progress);
        smoke(folder, progress);
        reeds(folder, progress);
        LowTideStage.write(folder, progress);
        progress.at(1, say("rehearsal.demo.DemoData.ready"));
    }

    /** Writes the tide gauge, and its clips as they are written by formula. */
    public static void gauge(Path folder) throws IOException {
        if (!Files.exists(folder.resolve(GAUGE))) {
            put(TideGauge.scene(), folder.resolve(GAUGE));
        }
        for (String motion : GAUGE_MOTIONS) {
            Path file = folder.resolve(motion);
            if (!Files.exists(file)) {
                try (InputStream text = Objects.requireNonNull(DemoData.class.getResourceAsStream(motion), motion)) {
                    Files.copy(text, file);
                }
            }
        }
    }

    /** Writes her as glTF, as an avatar as it leaves and as it comes back, and as a plain body. */
    public static void avatars(Path folder, Progress progress) throws IOException {
        progress.at(0.85, say("rehearsal.demo.DemoData.giving-her-roles"));
        SceneFormat gltf = new GltfFormat();
        if (!Files.exists(folder.resolve(GLB))) {
            Scene wading = Postwoman.scene();
            Scene one =
                    TuneWeights.limit(4).apply(wading.withClips(wading.clips().subList(0, 1)));
            SceneFiles.write(one, folder.resolve(GLB), gltf, GltfFormat.BINARY, false, Progress.NONE);
        }
        if (!Files.exists(folder.resolve(AVATAR))) {
            SceneFiles.write(
                    LowTideAvatar.avatar(), folder.resolve(AVATAR), gltf, GltfFormat.AVATAR, false, Progress.NONE);
        }
        if (!Files.exists(folder.resolve(AVATAR_RETURNED))) {
            SceneFiles.write(
                    LowTideAvatar.fromElsewhere(),
                    folder.resolve(AVATAR_RETURNED),
                    gltf,
                    GltfFormat.AVATAR,
                    false,
                    Progress.NONE);
        }
        Path body = folder.resolve(BODY);
        if (!Files.exists(body)) {
            Target target =
                    new Target(body, new ObjFormat(), new ObjFormat().variants().getFirst());
            try (Drafts drafts = new Drafts(false)) {
                Deliveries.write(Delivery.PLAIN, LowTideAvatar.body(), null, target, drafts, Progress.NONE);
            }
        }
    }

    /** Writes her cape and shirt as they were sewn, and the cape as it came from elsewhere. */
    public static void garments(Path folder, Progress progress) throws IOException {
        progress.at(0.88, say("rehearsal.demo.DemoData.sewing-her-cape"));
        if (!Files.exists(folder.resolve(CAPE))) {
            put(LowTideGarments.scene(), folder.resolve(CAPE));
        }
        if (!Files.exists(folder.resolve(CAPE_RETURNED))) {
            put(LowTideGarments.fromElsewhere(), folder.resolve(CAPE_RETURNED));
        }
    }

    /** Writes the smoke as it was baked, and as it came back: in centimetres, on its side, one grid under another name. */
    public static void smoke(Path folder, Progress progress) throws IOException {
        progress.at(0.9, say("rehearsal.demo.DemoData.burning-peat"));
        Path sent = folder.resolve(SMOKE);
        Path returned = folder.resolve(SMOKE_RETURNED);
        if (Files.exists(sent) && Files.exists(returned)) {
            return;
        }
        Volume baked = PeatSmoke.volume();
        VdbWriter.Options options =
                VdbWriter.Options.USUAL.identified(new UUID(0x7065617400004000L, 0x8000000000000001L));
        if (!Files.exists(sent)) {
            VolumeDelivery.write(baked, Stage.COMMON, sent.resolve(SMOKE + ".####.vdb"), options, false, Progress.NONE);
        }
        if (!Files.exists(returned)) {
            double[] side = {100, 0, 0, 0, 0, 0, -100, 0, 0, 100, 0, 0, 0, 0, 0, 1};
            Volume back = baked.with(new GridChange.Place(side)).with(new GridChange.Rename("density", "smoke"));
            VolumeDelivery.write(
                    back, Stage.COMMON, returned.resolve(SMOKE + ".####.vdb"), options, false, Progress.NONE);
        }
    }

    /** Writes the reeds as they leave, each kind once, and as they came back: one lump of points, ten frames late. */
    public static void reeds(Path folder, Progress progress) throws IOException {
        progress.at(0.95, say("rehearsal.demo.DemoData.planting-reeds"));
        Path sent = folder.resolve(REEDS);
        Path returned = folder.resolve(REEDS_RETURNED);
        if (!Files.exists(sent)) {
            SceneFiles.write(Reeds.scene(), sent, new AbcFormat(), AbcFormat.OGAWA, false, Progress.NONE);
        }
        if (!Files.exists(returned)) {
            Scene lump = ChangeCache.of("join-meshes", "**=>reeds_all").apply(Reeds.scene());
            Scene nameless = ChangeCache.drop("/reeds_all/*").apply(lump);
            Scene late = ChangeCache.shift(LATE).apply(nameless);
            SceneFiles.write(late, returned, new AbcFormat(), AbcFormat.OGAWA, false, Progress.NONE);
        }
    }

    private static void put(Scene scene, Path file) throws IOException {
        if (!Files.exists(file)) {
            SceneFiles.write(scene, file, new FbxFormat(), FbxFormat.BINARY_75, false, Progress.NONE);
        }
    }
}
