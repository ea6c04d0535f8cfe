package idleheron.formats.openvdb;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.spi.Several;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Numbered volume files as one asset. */
final class VdbSeveral implements Several {
    @Override
    public boolean matches(Path path) {
        return VdbSequence.matches(path);
    }

    @Override
    public Path around(Path file) {
        return VdbSequence.around(file);
    }

    @Override
    public Path first(Path path) throws IOException {
        return VdbSequence.firstFile(path);
    }

    @Override
    public List<Path> files(Path path) throws IOException {
        return VdbSequence.files(path);
    }

    @Override
    public Scene read(Path path, Progress progress) throws IOException {
        return VdbSequence.read(path, progress);
    }

    @Override
    public long bytes(Path path, Scene scene) {
        return scene.volumes().stream()
                .flatMap(v -> v.frames().stream())
                .mapToLong(f -> f.bytes())
                .sum();
    }
}
