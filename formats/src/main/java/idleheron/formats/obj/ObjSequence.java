package idleheron.formats.obj;

import static idleheron.core.Messages.say;

import idleheron.core.bake.Bake;
import idleheron.core.bake.Room;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.FileNames;
import idleheron.formats.disk.NumberedFiles;
import idleheron.formats.disk.NumberedFiles.Numbered;
import idleheron.formats.obj.bridge.ObjSceneReader;
import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.spi.Several;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Numbered texts as one cache, a sample for each: {@code cape.####.obj}. Where all have the same parts and faces these are kept once,
 * and only points change; else each sample has faces of its own, and coordinates are left out. The format has no rate; numbers count
 * frames at 24 a second.
 */
final class ObjSequence implements Several {
    /** Numbers of fewer digits are rather those of different things. */
    private static final int DIGITS = 3;

    private static final NumberedFiles FILES = new NumberedFiles("obj");
    private static final FrameRate RATE = FrameRate.FILM;

    @Override
    public boolean matches(Path path) {
        return String.valueOf(path.getFileName()).contains("#") && FILES.matches(path);
    }

    @Override
    public Path around(Path file) {
        return FILES.around(file, DIGITS);
    }

    @Override
    public Path first(Path path) throws IOException {
        return numbered(path).getFirst().file();
    }

    private static List<Numbered> numbered(Path path) throws IOException {
        return FILES.of(path).values().stream()
                .findFirst()
                .orElseThrow(() -> FormatException.in(
                        String.valueOf(path.getFileName()),
                        say("formats.obj.ObjSequence.files-that-this-names"),
                        say("formats.obj.ObjSequence.none")));
    }

    @Override
    public List<Path> files(Path path) throws IOException {
        return numbered(path).stream().map(Numbered::file).toList();
    }

    /**
     * @param libraries where its libraries are; null for the meshes alone
     */
    private static Scene frame(Path file, @Nullable Path libraries) throws IOException {
        String name = String.valueOf(file.getFileName());
        ObjDocument doc = ObjDocument.read(name, FileBytes.of(file));
        return ObjSceneReader.read(doc, name(name), libraries);
    }

    /** "sail" of "sail.0001.obj": what all of them are called. */
    private static String name(String file) {
        String stem = FileNames.stem(file);
        String plain = stem.replaceFirst("[._-]?-?\\d+$", "");
        return plain.isEmpty() ? stem : plain;
    }

    @Override
    public long bytes(Path path, Scene scene) throws IOException {
        long sum = 0;
        for (Numbered n : numbered(path)) {
            sum += Files.size(n.file());
        }
        return sum;
    }

    @Override
    public Scene read(Path path, Progress progress) throws IOException {
        List<Numbered> files = numbered(path);
        double[] times = times(files);
        Path file = files.getFirst().file();
        Scene first = frame(file, file.toAbsolutePath().getParent());
        long points = first.pointCount();
        MemorySegment room = Room.of(Math.multiplyExact(12 * points, files.size()));
        List<List<Mesh>> odd = new ArrayList<>();
        for (int f = 0; f < files.size(); f++) {
            progress.at(
                    (double) f / files.size(),
                    say("formats.obj.ObjSequence.reading", files.get(f).file().getFileName()));
            Scene s = f == 0 ? first : frame(files.get(f).file(), null);
            if (!odd.isEmpty() || !alike(first, s)) {
                if (odd.isEmpty()) {
                    odd.addAll(again(files, f, first));
                }
                odd.add(s.meshes());
                continue;
            }
            long at = 12 * points * f;
            for (Mesh m : s.meshes()) {
                float[] p = floats(m);
                MemorySegment.copy(Samples.segment(p), 0, room, at, 4L * p.length);
                at += 4L * p.length;
            }
        }
        TimeSampling sampling = times.length < 2 ? TimeSampling.uniform(1, times[0]) : TimeSampling.of(times);
        Cache still = Bake.of(first, null, new double[] {times[0]}, Progress.NONE);
        boolean whole = still.root().children().size() == first.meshes().size();
        Cache cache = odd.isEmpty() && whole
                ? moving(still, first, room, times.length, sampling)
                : changing(still, first, odd.isEmpty() ? again(files, files.size(), first) : odd, sampling);
        List<String> notes = new ArrayList<>(first.notes());
        notes.add(say("formats.obj.ObjSequence.numbered-files-are-one-cache-at", files.size()));
        if (!odd.isEmpty()) {
            notes.add(say("formats.obj.ObjSequence.parts-or-faces-change-from-file"));
        }
        progress.at(1, say("formats.obj.ObjSequence.read"));
        String name = FILES.of(path).keySet().iterator().next();
        return Scene.bare(
                        name.isEmpty() ? "sequence" : name,
                        first.stage().withRate(RATE).withRange(times[0], times[times.length - 1]))
                .withMaterials(first.materials())
                .withTextures(first.textures())
                .withCaches(List.of(cache))
                .withNotes(notes);
    }

    /** When each is, seconds; no number comes twice. */
    private static double[] times(List<Numbered> files) throws FormatException {
        double[] times =
                files.stream().mapToDouble(n -> RATE.seconds(n.number())).toArray();
        for (int f = 1; f < times.length; f++) {
            if (times[f] <= times[f - 1]) {
                throw FormatException.in(
                        String.valueOf(files.get(f).file().getFileName()),
                        say("formats.obj.ObjSequence.a-number-of-its-own"),
                        say("formats.obj.ObjSequence.one-that-comes-twice"));
            }
        }
        return times;
    }

    /** What was read before the first frame that is otherwise. */
    private static List<List<Mesh>> again(List<Numbered> files, int to, Scene first) throws IOException {
        List<List<Mesh>> out = new ArrayList<>(List.of(first.meshes()));
        for (int f = 1; f < to; f++) {
            out.add(frame(files.get(f).file(), null).meshes());
        }
        return out;
    }

    private static boolean alike(Scene a, Scene b) {
        if (a.meshes().size() != b.meshes().size()) {
            return false;
        }
        for (int i = 0; i < a.meshes().size(); i++) {
            Mesh x = a.meshes().get(i);
            Mesh y = b.meshes().get(i);
            if (x.pointCount() != y.pointCount()
                    || !Arrays.equals(x.faceStarts(), y.faceStarts())
                    || !Arrays.equals(x.corners(), y.corners())) {
                return false;
            }
        }
        return true;
    }

    private static float[] floats(Mesh m) {
        float[] out = new float[m.points().length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) m.points()[i];
        }
        return out;
    }

    /** The still cache with points that move; each of its top objects stands for a mesh, in their order. */
    private static Cache moving(Cache still, Scene first, MemorySegment room, int count, TimeSampling sampling) {
        long frame = 12L * first.pointCount();
        List<CacheNode> out = new ArrayList<>();
        long at = 0;
        for (int i = 0; i < first.meshes().size(); i++) {
            long from = at;
            long bytes = 12L * first.meshes().get(i).pointCount();
            Samples points = Samples.computed(
                            new Samples.Layout(ElementType.FLOAT32, 3, false),
                            count,
                            sampling,
                            t -> room.asSlice(t * frame + from, bytes))
                    .settled();
            CacheNode top = still.root().children().get(i);
            CacheNode shape = top.children().getFirst().with(ChannelSemantic.POSITIONS, points);
            out.add(top.withChildren(List.of(shape)));
            at += bytes;
        }
        return still.withRoot(still.root().withChildren(out));
    }

    /** One object whose points and faces are those of all parts of each frame. */
    private static Cache changing(Cache still, Scene first, List<List<Mesh>> frames, TimeSampling sampling) {
        List<float[]> points = new ArrayList<>();
        List<int[]> counts = new ArrayList<>();
        List<int[]> corners = new ArrayList<>();
        for (List<Mesh> meshes : frames) {
            int p = meshes.stream().mapToInt(m -> m.points().length).sum();
            int f = meshes.stream().mapToInt(Mesh::faceCount).sum();
            int c = meshes.stream().mapToInt(m -> m.corners().length).sum();
            float[] allPoints = new float[p];
            int[] allCounts = new int[f];
            int[] allCorners = new int[c];
            p = f = c = 0;
            for (Mesh m : meshes) {
                System.arraycopy(floats(m), 0, allPoints, p, m.points().length);
                for (int i = 0; i < m.faceCount(); i++) {
                    int from = m.faceStarts()[i];
                    int n = m.faceStarts()[i + 1] - from;
                    allCounts[f++] = n;
                    // faces of a cache run clockwise seen from outside
                    for (int k = 0; k < n; k++) {
                        allCorners[c++] = p / 3 + m.corners()[from + (k == 0 ? 0 : n - k)];
                    }
                }
                p += m.points().length;
            }
            points.add(allPoints);
            counts.add(allCounts);
            corners.add(allCorners);
        }
        String name =
                first.nodes().isEmpty() ? "mesh" : first.nodes().getFirst().name();
        CacheNode shape = CacheNode.of(name + "Shape", CacheKind.MESH, List.of())
                .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, sampling, points))
                .with(ChannelSemantic.FACE_COUNTS, whole(sampling, counts))
                .with(ChannelSemantic.FACE_INDICES, whole(sampling, corners));
        return still.withRoot(
                still.root().withChildren(List.of(CacheNode.of(name, CacheKind.TRANSFORM, List.of(shape)))));
    }

    private static Samples whole(TimeSampling sampling, List<int[]> values) {
        return Samples.computed(
                        new Samples.Layout(ElementType.INT32, 1, false),
                        values.size(),
                        sampling,
                        t -> Samples.segment(values.get(t)))
                .settled();
    }
}
