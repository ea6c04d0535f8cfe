package idleheron.app.delivery;

import static idleheron.core.Messages.say;

import idleheron.app.Excerpt;
import idleheron.app.UsageException;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.finding.Convention;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Delivery;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * How a scene is to be delivered, in the words of the command line: all that has to be kept to do the same again.
 *
 * @param clip only this one, or "" for all
 * @param frames "A:B", or "" for all
 * @param clipsLeftOut names of clips that do not go
 * @param without what stays behind: meshes, skeleton, smoothing, tangents
 * @param bake whether every channel that moves gets a key on every frame
 * @param clipsApart whether each clip goes into a file of its own, also where the destination does not ask it
 * @param meshesApart whether each mesh goes into a file of its own, with what moves it
 * @param pictures "as-they-are", "inside" or "beside"
 * @param pictureKind what travelling pictures become, or ""
 * @param pictureSize largest width or height of travelling pictures, 0 for any
 * @param picturesFrom folders from where pictures may travel besides
 * @param samplesPerFrame of what is baked into a cache
 * @param rescue whether of damaged files what is whole will do
 */
public record DeliverySettings(
        String clip,
        String frames,
        List<String> clipsLeftOut,
        List<String> without,
        boolean bake,
        boolean clipsApart,
        boolean meshesApart,
        String pictures,
        String pictureKind,
        int pictureSize,
        List<Path> picturesFrom,
        int samplesPerFrame,
        boolean rescue) {
    public DeliverySettings {
        clipsLeftOut = List.copyOf(clipsLeftOut);
        without = List.copyOf(without);
        picturesFrom = List.copyOf(picturesFrom);
    }

    /** What of a scene is taken. */
    public Excerpt excerpt() {
        return new Excerpt(clip.isEmpty() ? null : clip, frames.isEmpty() ? null : frames);
    }

    /**
     * As asked for; a destination adds its layout, and says that clips go apart.
     *
     * @param going what goes
     * @throws UsageException for words that mean nothing
     */
    public Delivery delivery(@Nullable Convention to, Scene going) {
        try {
            return new Delivery(cargo(going), clipsApart, travel(), style(), Convention.Layout.PLAIN)
                    .withMeshesApart(meshesApart)
                    .withPictureFolders(picturesFrom)
                    .withSamplesPerFrame(samplesPerFrame)
                    .to(to);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
    }

    /** What travelling pictures become. */
    public PictureStyle style() {
        return new PictureStyle("", pictureKind, pictureSize);
    }

    /** What goes, from what is to be left out. */
    private ExportSelection cargo(Scene going) {
        ExportSelection c = ExportSelection.ALL.withBaked(bake);
        if (!clipsLeftOut.isEmpty()) {
            c = c.withClips(going.clips().stream()
                    .map(Clip::name)
                    .filter(n -> !clipsLeftOut.contains(n))
                    .collect(Collectors.toCollection(LinkedHashSet::new)));
        }
        for (String w : without) {
            c = switch (w) {
                case "meshes" -> c.withMeshes(false);
                case "skeleton" -> c.withSkeleton(false);
                case "smoothing" -> c.withSmoothing(false);
                case "tangents" -> c.withTangents(false);
                default ->
                    throw new UsageException(say("app.delivery.DeliverySettings.cannot-leave-out-there-are-meshes", w));
            };
        }
        return c;
    }

    private PictureFiles.Travel travel() {
        return switch (pictures) {
            case "as-they-are" -> PictureFiles.Travel.AS_THEY_ARE;
            case "inside" -> PictureFiles.Travel.INSIDE;
            case "beside" -> PictureFiles.Travel.BESIDE;
            default ->
                throw new UsageException(
                        say("app.delivery.DeliverySettings.pictures-expected-as-they-are-inside", pictures));
        };
    }
}
