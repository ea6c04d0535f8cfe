package idleheron.core.remedy.catalogue;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.remedy.avatar.GiveExpressions;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.RaiseAvatar;
import idleheron.core.remedy.avatar.SayMeta;
import idleheron.core.remedy.avatar.StandInT;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.CloseLoops;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.MirrorClips;
import idleheron.core.remedy.clip.RenameClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ReverseClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.garment.CarryShapes;
import idleheron.core.remedy.garment.CoarsenTrims;
import idleheron.core.remedy.garment.FewerPoints;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.FlipFaces;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.remedy.garment.PartTrims;
import idleheron.core.remedy.garment.Respace;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SetColliders;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.remedy.garment.WeldPoints;
import idleheron.core.remedy.material.ChangePictures;
import idleheron.core.remedy.material.LinkPictures;
import idleheron.core.remedy.material.MoveLinks;
import idleheron.core.remedy.material.PutPicture;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.parts.JointsToParts;
import idleheron.core.remedy.parts.PartsToJoints;
import idleheron.core.remedy.parts.StillPart;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.BindAtRest;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** All remedies there are. A new one is a class with its type, and one line here. */
public final class RemedyCatalogue {
    private static final List<List<RemedyType>> CORE = List.of(
            List.of(ConvertStage.TYPE),
            List.of(CorrectStage.TYPE),
            List.of(Redeclare.TYPE),
            List.of(MoveScene.TYPE),
            List.of(BakeScale.TYPE),
            List.of(BakeTurn.TYPE),
            List.of(PlainTransforms.TYPE),
            List.of(RootToOrigin.TYPE),
            List.of(SingleRoot.TYPE),
            List.of(DropJoints.TYPE),
            List.of(KeepInfluencing.TYPE),
            List.of(RenameNodes.TYPE),
            List.of(RestToBind.TYPE),
            List.of(RestAtFrame.TYPE),
            List.of(AimJoints.TYPE),
            List.of(TurnJoints.TYPE),
            List.of(TurnSomeJoints.TYPE),
            TuneWeights.TYPES,
            List.of(HandWeights.TYPE),
            List.of(BindAtRest.TYPE),
            List.of(FlattenLayers.TYPE),
            List.of(BakeClips.TYPE),
            List.of(ResampleClips.TYPE),
            List.of(RetimeClips.TYPE),
            List.of(ShiftClips.TYPE),
            List.of(CutClips.TYPE),
            List.of(SplitClip.TYPE),
            List.of(JoinClips.TYPE),
            List.of(CloseLoops.TYPE),
            List.of(ReverseClips.TYPE),
            List.of(MirrorClips.TYPE),
            List.of(RenameClips.TYPE),
            List.of(ScaleMotion.TYPE),
            List.of(SplitMeshes.TYPE),
            List.of(MergeMeshes.TYPE),
            List.of(MovePoints.TYPE),
            List.of(PartsToJoints.TYPE),
            List.of(JointsToParts.TYPE),
            List.of(StillPart.TYPE),
            List.of(StripMaterials.TYPE),
            List.of(LinkPictures.TYPE),
            List.of(MoveLinks.TYPE),
            List.of(PutPicture.TYPE),
            ChangePictures.TYPES,
            List.of(DropCamerasAndLights.TYPE),
            ChangeGrids.TYPES,
            List.of(RenumberFrames.TYPE),
            ChangeCache.TYPES,
            List.of(GiveRoles.TYPE),
            List.of(StandInT.TYPE),
            List.of(GiveExpressions.TYPE),
            List.of(SayMeta.TYPE),
            List.of(RaiseAvatar.TYPE),
            List.of(TakeWeights.TYPE),
            List.of(CarryShapes.TYPE),
            List.of(WeldPoints.TYPE),
            PartTrims.TYPES,
            List.of(CoarsenTrims.TYPE),
            List.of(UvToFirstTile.TYPE),
            List.of(FlipFaces.TYPE),
            List.of(SetFreedom.TYPE),
            SoftenFreedom.TYPES,
            List.of(PaintFreedom.TYPE),
            List.of(SayDrape.TYPE),
            List.of(FitColliders.TYPE),
            List.of(SetColliders.TYPE),
            List.of(FitGarments.TYPE),
            List.of(Respace.TYPE),
            List.of(FewerPoints.TYPE));

    private final Map<String, RemedyType> types = new LinkedHashMap<>();

    /**
     * @param more types beside those of the core: what only a carrier knows
     * @throws IllegalArgumentException when two have the same code
     */
    public RemedyCatalogue(List<RemedyType> more) {
        Stream.concat(CORE.stream().flatMap(List::stream), more.stream()).forEach(t -> {
            if (types.put(t.code(), t) != null) {
                throw new IllegalArgumentException(
                        say("core.remedy.catalogue.RemedyCatalogue.two-remedies-are-called", t.code()));
            }
        });
    }

    /** All of them, those of one room together. */
    public Collection<RemedyType> types() {
        return types.values();
    }

    /** Null where there is none of this code. */
    public @Nullable RemedyType named(String code) {
        return types.get(code);
    }

    /**
     * A remedy from a word.
     *
     * @param told a code, or a code with a value: "limit-influences=4"
     * @param place where all goes, or null where nothing was said
     * @throws IllegalArgumentException with a plain message when there is no such remedy, or it cannot have that value
     */
    public Remedy told(String told, RemedyType.@Nullable Destination place) {
        String[] two = told.split("=", 2);
        RemedyType t = types.get(two[0]);
        if (t == null) {
            throw new IllegalArgumentException(say(
                    "core.remedy.catalogue.RemedyCatalogue.no-remedy-there-are",
                    two[0],
                    String.join(
                            ", ",
                            types.values().stream()
                                    .filter(r -> r.word() != null)
                                    .map(RemedyType::code)
                                    .toList())));
        }
        return t.made(new RemedyValue(two.length < 2 ? "" : two[1], place));
    }

    /** Remedies told one after the other; a comma inside a value, as in "keep-grids=density,heat", parts nothing. */
    public List<String> apart(List<String> told) {
        List<String> out = new ArrayList<>();
        for (String t : told) {
            boolean first = true;
            for (String piece : t.split(",")) {
                if (!first
                        && !types.containsKey(piece.split("=", 2)[0])
                        && out.getLast().contains("=")) {
                    out.set(out.size() - 1, out.getLast() + "," + piece);
                } else {
                    out.add(piece);
                }
                first = false;
            }
        }
        return out;
    }
}
