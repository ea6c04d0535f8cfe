package idleheron.cli;

import idleheron.core.inspect.Convention;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.CloseLoops;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCompany;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.IndexBox;
import idleheron.core.volume.ValueType;
import idleheron.formats.usd.SetSubdivision;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** The names of remedies on the command line and in recipes. */
final class RemedyCodes {
    private static final List<String> ALL = List.of(
            "bake-scale",
            "drop-tips",
            "single-root",
            "plain-transforms",
            "flatten-layers",
            "bake-clips",
            "keep-influencing",
            "rest-to-bind",
            "normalise-weights",
            "limit-influences",
            "prune-weights",
            "quantise-weights",
            "resample-clips",
            "retime-clips",
            "cut-clips",
            "close-loops",
            "rename",
            "aim-joints",
            "root-to-origin",
            "rest-at-frame",
            "split-clip",
            "join-clips",
            "shift-clips",
            "bake-turn",
            "split-meshes",
            "merge-meshes",
            "drop-company",
            "hand-weights",
            "rename-grid",
            "keep-grids",
            "halve-grids",
            "coarsen-grids",
            "multiply-grid",
            "heal-grids",
            "prune-grids",
            "retype-grid",
            "crop-grids",
            "turn-volumes",
            "scale-volumes",
            "renumber-frames",
            "strip-materials",
            "set-subdivision",
            "correct-stage",
            "convert-stage");

    private RemedyCodes() {}

    private static boolean isCode(String piece) {
        String code = piece.split("=", 2)[0];
        return ALL.contains(code) || ChangeCache.codes().contains(code);
    }

    /** Remedies told one after the other; a comma inside a value, as in "keep-grids=density,heat", parts nothing. */
    static List<String> apart(List<String> told) {
        List<String> out = new ArrayList<>();
        for (String t : told) {
            boolean first = true;
            for (String piece : t.split(",")) {
                if (!first && !isCode(piece) && out.getLast().contains("=")) {
                    out.set(out.size() - 1, out.getLast() + "," + piece);
                } else {
                    out.add(piece);
                }
                first = false;
            }
        }
        return out;
    }

    /** "x", "-z". */
    private static SignedAxis axis(String told) {
        for (SignedAxis a : SignedAxis.values()) {
            if (a.label().equals(told.toUpperCase(Locale.ROOT).replace("+", ""))) {
                return a;
            }
        }
        throw new IllegalArgumentException("no axis " + told + ", expected X, Y, Z or -X, -Y, -Z");
    }

    private static ValueType type(String told) {
        for (ValueType t : ValueType.values()) {
            if (t.id().equals(told)) {
                return t;
            }
        }
        throw new IllegalArgumentException("no type " + told + ", expected one of "
                + String.join(
                        ", ",
                        java.util.Arrays.stream(ValueType.values())
                                .map(ValueType::id)
                                .toList()));
    }

    private static IndexBox box(String told) {
        int[] n = java.util.Arrays.stream(told.split(","))
                .mapToInt(Integer::parseInt)
                .toArray();
        if (n.length != 6) {
            throw new IllegalArgumentException("expected six whole numbers, found " + told);
        }
        return new IndexBox(n[0], n[1], n[2], n[3], n[4], n[5]);
    }

    private static double positive(String value) {
        double v = Double.parseDouble(value);
        if (!(v > 0) || Double.isInfinite(v)) {
            throw new IllegalArgumentException("expected a number above 0, found " + value);
        }
        return v;
    }

    static Remedy of(String code, String value, @Nullable Convention convention) {
        String[] two = value.split(":", 2);
        return switch (code) {
            case "bake-scale" -> new BakeScale();
            case "drop-tips" -> DropJoints.all();
            case "single-root" -> new SingleRoot("");
            case "plain-transforms" -> new PlainTransforms(null);
            case "flatten-layers" -> new FlattenLayers();
            case "bake-clips" -> new BakeClips();
            case "keep-influencing" -> new KeepInfluencing();
            case "rest-to-bind" -> new RestToBind();
            case "normalise-weights" -> TuneWeights.normalised();
            case "limit-influences" -> TuneWeights.limit(Integer.parseInt(value));
            case "prune-weights" -> TuneWeights.prune(Double.parseDouble(value));
            case "quantise-weights" -> TuneWeights.quantise(Integer.parseInt(value));
            case "resample-clips" -> new ResampleClips(FrameRate.nearest(Double.parseDouble(value)));
            case "retime-clips" -> new RetimeClips(FrameRate.nearest(Double.parseDouble(value)));
            case "cut-clips" -> {
                double[] span = SampleCommand.range(value);
                yield new CutClips(span[0], span[1], List.of());
            }
            case "close-loops" -> new CloseLoops(List.of(value), 0.25);
            case "rename" -> new RenameNodes(java.util.Map.of(), two[0], two.length < 2 ? "" : two[1]);
            case "aim-joints" ->
                two.length < 2 ? AimJoints.along(axis(two[0])) : new AimJoints(axis(two[0]), axis(two[1]));
            case "root-to-origin" -> new RootToOrigin(!value.equals("still"));
            case "rest-at-frame" -> new RestAtFrame(two[0], Double.parseDouble(two.length < 2 ? "0" : two[1]));
            case "split-clip" ->
                new SplitClip(
                        two[0],
                        java.util.Arrays.stream((two.length < 2 ? "" : two[1]).split(","))
                                .map(Double::valueOf)
                                .toList());
            case "join-clips" -> new JoinClips(List.of(two[0].split(",")), two.length < 2 ? "joined" : two[1]);
            case "shift-clips" -> new ShiftClips(Double.parseDouble(value));
            case "bake-turn" -> new BakeTurn(value);
            case "split-meshes" -> new SplitMeshes();
            case "merge-meshes" -> new MergeMeshes(value.isEmpty() ? "merged" : value);
            case "drop-company" -> new DropCompany();
            case "hand-weights" -> new HandWeights(java.util.Map.of(two[0], two.length < 2 ? "" : two[1]));
            case "rename-grid" -> ChangeGrids.rename(two[0], two.length < 2 ? "" : two[1]);
            case "keep-grids" -> ChangeGrids.keep(java.util.Set.of(value.split(",")));
            case "halve-grids" -> ChangeGrids.halve();
            case "coarsen-grids" -> ChangeGrids.coarsen(positive(value));
            case "multiply-grid" -> ChangeGrids.multiply(two[0], Double.parseDouble(two.length < 2 ? "1" : two[1]));
            case "heal-grids" -> ChangeGrids.heal();
            case "prune-grids" -> ChangeGrids.prune(value.isEmpty() ? 0 : Double.parseDouble(value));
            case "retype-grid" -> ChangeGrids.retype(two[0], type(two.length < 2 ? "" : two[1]));
            case "crop-grids" -> ChangeGrids.crop(box(value));
            case "turn-volumes" -> ChangeGrids.turn(axis(two[0]), axis(two.length < 2 ? "Y" : two[1]));
            case "scale-volumes" -> ChangeGrids.scale(positive(value));
            case "renumber-frames" -> new RenumberFrames(Integer.parseInt(value));
            case "strip-materials" -> new StripMaterials();
            case "set-subdivision" -> new SetSubdivision(value.isEmpty() ? "none" : value);
            case "convert-stage", "correct-stage" -> {
                if (convention == null) {
                    throw new UsageException(code + " needs --for CONVENTION");
                }
                yield code.equals("convert-stage")
                        ? new ConvertStage(convention.axes(), convention.metersPerUnit())
                        : new CorrectStage(convention.axes(), convention.metersPerUnit());
            }
            default -> {
                if (ChangeCache.codes().contains(code)) {
                    yield ChangeCache.of(code, value);
                }
                throw new UsageException("no remedy " + code + "; there are " + String.join(", ", ALL) + ", "
                        + String.join(", ", ChangeCache.codes()));
            }
        };
    }
}
