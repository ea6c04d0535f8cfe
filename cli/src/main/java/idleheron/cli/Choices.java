package idleheron.cli;

import idleheron.app.UsageException;
import idleheron.core.crossing.ExportSelection;
import idleheron.formats.pictures.PictureFiles;
import java.util.List;

/** Names on the command line to what they stand for. */
public final class Choices {
    private Choices() {}

    /** What goes, from what is to be left out. */
    static ExportSelection cargo(List<String> without, boolean bake) {
        ExportSelection c = ExportSelection.ALL.withBaked(bake);
        for (String w : without) {
            c = switch (w) {
                case "meshes" -> c.withMeshes(false);
                case "skeleton" -> c.withSkeleton(false);
                case "smoothing" -> c.withSmoothing(false);
                case "tangents" -> c.withTangents(false);
                default ->
                    throw new UsageException(
                            "cannot leave out " + w + "; there are meshes, skeleton, smoothing, tangents");
            };
        }
        return c;
    }

    static PictureFiles.Travel pictures(String how) {
        return switch (how) {
            case "as-they-are" -> PictureFiles.Travel.AS_THEY_ARE;
            case "inside" -> PictureFiles.Travel.INSIDE;
            case "beside" -> PictureFiles.Travel.BESIDE;
            default -> throw new UsageException("--pictures " + how + ", expected as-they-are, inside or beside");
        };
    }
}
