package idleheron.core.volume.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.check.VolumeDeepRules;
import idleheron.core.volume.check.VolumeRules;
import idleheron.core.volume.compare.VolumeCauses;
import idleheron.core.volume.compare.VolumeLosses;
import idleheron.core.volume.compare.VolumeTopic;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Volumes and sequences of them. */
public final class VolumeAssets implements AssetKind {
    private static final List<FactTable> TABLES = List.of(new FactTable(
            say("core.volume.asset.VolumeAssets.volumes"),
            Set.of(Topic.VOLUMES),
            VolumeAssets::frames,
            f -> VolumeTables.grids(f.scene())));

    private static final List<TopicCheck> TOPICS = List.of(TopicCheck.of(Topic.VOLUMES, 1, VolumeTopic::of));

    private static int frames(Scene s) {
        return s.volumes().stream().mapToInt(v -> v.frames().size()).sum();
    }

    @Override
    public String code() {
        return "volume";
    }

    @Override
    public boolean isIn(Scene s) {
        return !s.volumes().isEmpty();
    }

    @Override
    public Content content() {
        return Content.VOLUME;
    }

    @Override
    public String word(Scene s) {
        return s.volumes().getFirst().padding() > 0
                ? say("core.volume.asset.VolumeAssets.volume-sequence")
                : say("core.volume.asset.VolumeAssets.volume");
    }

    /** "23 frames · density, temperature, velocity". */
    @Override
    public String summary(Scene s) {
        Volume v = s.volumes().getFirst();
        String frames = v.padding() == 0
                ? say("core.volume.asset.VolumeAssets.one-frame")
                : Wording.counted(v.frames().size(), "frame");
        return frames + " · " + String.join(", ", v.gridNames());
    }

    @Override
    public List<FactLine> lines(Scene s) {
        List<FactLine> out = new ArrayList<>();
        s.volumes().forEach(v -> lines(v, out));
        return out;
    }

    private static void lines(Volume v, List<FactLine> out) {
        List<Integer> missing = v.missing();
        out.add(new FactLine(
                say("core.volume.asset.VolumeAssets.volume"),
                v.name() + ": "
                        + (v.padding() == 0
                                ? say("core.volume.asset.VolumeAssets.one-file")
                                : say(
                                        "core.volume.asset.VolumeAssets.frames-to",
                                        v.first(),
                                        v.last(),
                                        Wording.counted(v.frames().size(), "file"),
                                        (missing.isEmpty()
                                                ? ""
                                                : say("core.volume.asset.VolumeAssets.missing", missing.size()))))));
        for (GridHeader h : v.headers(v.frames().getFirst())) {
            double[] size = h.map().voxelSize();
            boolean even = size[0] == size[1] && size[1] == size[2];
            out.add(new FactLine(
                    say("core.volume.asset.VolumeAssets.grid"),
                    say(
                            "core.volume.asset.VolumeAssets.voxel",
                            h.label(),
                            h.typeName(),
                            h.gridClass(),
                            Figure.number(size[0]),
                            (even ? "" : " × " + Figure.number(size[1]) + " × " + Figure.number(size[2])),
                            (h.voxels() < 0
                                    ? ""
                                    : ", "
                                            + Wording.counted(
                                                    h.voxels(), say("core.volume.asset.VolumeAssets.active-voxel"))),
                            h.compression(),
                            (h.half() ? say("core.volume.asset.VolumeAssets.halves") : ""),
                            (h.type() == null && !h.typeName().startsWith("ptdata")
                                    ? say("core.volume.asset.VolumeAssets.voxels-of-this-kind-are-not")
                                    : ""))));
        }
        v.frames().stream()
                .filter(Volume.Frame::isBroken)
                .forEach(f -> out.add(
                        new FactLine(say("core.volume.asset.VolumeAssets.broken"), f.file() + ": " + f.fault())));
    }

    @Override
    public List<FactGroup> figures(Facts facts) {
        return VolumeFigures.of(facts.scene());
    }

    @Override
    public List<FactGroup> cargo(Scene s) {
        return VolumeFigures.cargo(s);
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Clip> playables(Scene s) {
        FrameRate rate = s.stage().rate();
        List<Clip> out = new ArrayList<>();
        for (Volume v : s.volumes()) {
            if (v.frames().size() > 1) {
                out.add(new Clip(
                        v.name(), rate.seconds(v.first()), rate.seconds(v.last()), rate, List.of(), List.of()));
            }
        }
        return out;
    }

    @Override
    public List<Rule> rules() {
        return VolumeRules.ALL;
    }

    @Override
    public boolean hasDeepRules() {
        return true;
    }

    @Override
    public List<Finding> deepFindings(Scene s, Progress progress) {
        return VolumeDeepRules.of(s, progress);
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    @Override
    public List<LikelyCause> causes(Pair p) {
        return VolumeCauses.search(p);
    }

    @Override
    public List<Loss> losses(Pair p) {
        List<Loss> out = new ArrayList<>();
        VolumeLosses.find(p, out);
        return out;
    }
}
