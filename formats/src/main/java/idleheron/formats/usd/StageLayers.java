package idleheron.formats.usd;

import idleheron.core.job.Progress;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Layered;
import idleheron.formats.spi.LayeredFile;
import java.io.IOException;
import java.nio.file.Path;

/** Stages as files that are put together from layers. */
final class StageLayers implements Layered {
    @Override
    public LayeredFile look(Path file, Progress progress) throws IOException {
        return StageView.of(file, progress);
    }

    @Override
    public Made flatten(Path in, String subtree, Path out, PictureStyle style, boolean overwrite) throws IOException {
        return StageEdits.flatten(in, subtree, out, style, overwrite);
    }
}
