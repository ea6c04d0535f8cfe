package idleheron.formats.openvdb;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.Volume;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.FileNames;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import idleheron.formats.openvdb.coding.VdbRescue;
import idleheron.formats.openvdb.coding.VdbWriter;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Several;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * OpenVDB as a carrier. A file declares neither axes nor unit; where we wrote it, the file's metadata say "upAxis" (string, "Y"
 * or "Z") and "metersPerUnit" (double), and we read them again. Otherwise Y up and metres are taken.
 */
public final class VdbFormat implements SceneFormat {
    public static final String BLOSC = "224, blosc + active values";
    public static final String ZIP = "224, zip + active values";
    public static final String PLAIN = "224, active values";
    private static final String UP = "upAxis";
    private static final String UNIT = "metersPerUnit";

    @Override
    public String name() {
        return "OpenVDB";
    }

    @Override
    public List<String> endings() {
        return List.of("vdb");
    }

    @Override
    public List<String> variants() {
        return List.of(BLOSC, ZIP, PLAIN);
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.VOLUME);
    }

    @Override
    public String advice() {
        return say("formats.openvdb.VdbFormat.each-in-the-name-is-a");
    }

    @Override
    public Several several() {
        return new VdbSeveral();
    }

    @Override
    public List<Path> files(Delivery delivery, Scene scene, Path target) {
        List<Path> out = new ArrayList<>();
        scene.volumes().forEach(v -> out.addAll(VolumeDelivery.files(v, target)));
        return out;
    }

    @Override
    public List<Delivery.Part> deliver(Order order) throws IOException {
        return VolumeDelivery.deliver(order, name());
    }

    @Override
    public boolean matches(byte[] head) {
        return VdbReader.matches(head);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return read(file, bytes, VdbReader::open, progress);
    }

    private ReadScene read(Path file, MemorySegment bytes, VdbFrames.Opening opening, Progress progress)
            throws FormatException {
        String name = String.valueOf(file.getFileName());
        VdbReader reader = opening.open(name, bytes);
        progress.at(0.5, say("formats.openvdb.VdbFormat.reading-grids"));
        Volume volume =
                new Volume(FileNames.stem(name), 0, List.of(VdbFrames.frame(file, 0, reader, opening)), List.of());
        List<String> notes = new ArrayList<>();
        if (reader.file().version() > 224) {
            notes.add(say(
                    "formats.openvdb.VdbFormat.file-version-is-newer-than-224",
                    reader.file().version()));
        }
        if (!declared(reader.file().metadata())) {
            notes.add(say("formats.openvdb.VdbFormat.a-volume-file-declares-neither-up"));
        }
        Scene scene = Scene.bare(name, stage(reader.file(), Stage.COMMON))
                .withNotes(notes)
                .withVolumes(List.of(volume));
        progress.at(1, say("formats.openvdb.VdbFormat.read"));
        return new ReadScene(scene, name(), reader.file().version() + "", bytes.byteSize());
    }

    /** Voxels are read when they are asked for, and what is told twice is not compared while all goes well. */
    @Override
    public String hiddenDamage(Scene scene, Path file, MemorySegment bytes) {
        String name = String.valueOf(file.getFileName());
        if (scene.volumes().stream().allMatch(v -> v.gridNames().isEmpty())) {
            return "";
        }
        try {
            if (VdbReader.head(name, bytes).hasOffsets()) {
                Salvage found = new Salvage();
                VdbRescue.open(name, bytes, found);
                return found.lost().isEmpty() ? "" : found.lost().getFirst().text();
            }
            VdbReader.open(name, bytes).grids(Progress.NONE);
            return "";
        } catch (FormatException e) {
            return String.valueOf(e.getMessage());
        }
    }

    private static boolean declared(GridMetadata m) {
        return m.get(UP) != null || m.get(UNIT) != null;
    }

    private static Stage stage(VdbFile file, Stage otherwise) {
        GridMetadata m = file.metadata();
        Stage out = otherwise.withWriter("OpenVDB " + file.libraryMajor() + "." + file.libraryMinor());
        if (m.get(UP) instanceof String up && up.equals("Z")) {
            out = out.withAxes(AxisSystem.Z_UP);
        }
        if (m.get(UNIT) instanceof Double unit && unit > 0 && Double.isFinite(unit)) {
            out = out.withMetersPerUnit(unit);
        }
        return out;
    }

    /** What a file declares, or {@code otherwise} where it cannot be read. */
    static Stage stage(Path file, Stage otherwise) throws IOException {
        try {
            return FileBytes.using(
                    file,
                    bytes -> stage(
                            VdbReader.open(String.valueOf(file.getFileName()), bytes)
                                    .file(),
                            otherwise));
        } catch (FormatException e) {
            return otherwise;
        }
    }

    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        VdbRescue.open(String.valueOf(file.getFileName()), bytes, salvage);
        return read(file, bytes, (name, b) -> VdbRescue.open(name, b, new Salvage()), progress);
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return VdbOutline.of(VdbReader.open(String.valueOf(file.getFileName()), bytes));
    }

    /**
     * @throws IllegalArgumentException when the scene has no volume, or one of several frames: these go out as several files
     */
    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        if (scene.volumes().size() != 1 || scene.volumes().getFirst().frames().size() != 1) {
            throw new IllegalArgumentException(say(
                    "formats.openvdb.VdbFormat.a-volume-file-holds-one-frame",
                    scene.volumes().stream().mapToInt(v -> v.frames().size()).sum()));
        }
        Volume v = scene.volumes().getFirst();
        write(v, v.frames().getFirst(), scene.stage(), options(variant), out, progress);
    }

    /** How a variant packs voxels. */
    public static VdbWriter.Options options(String variant) {
        int compression = switch (variant) {
            case ZIP -> VdbFile.ZIP | VdbFile.ACTIVE_MASK;
            case PLAIN -> VdbFile.ACTIVE_MASK;
            default -> VdbFile.BLOSC | VdbFile.ACTIVE_MASK;
        };
        return new VdbWriter.Options(compression, true, true);
    }

    /** Writes one frame with what the stage declares. */
    static void write(
            Volume v, Volume.Frame frame, Stage stage, VdbWriter.Options options, OutputStream out, Progress progress)
            throws IOException {
        List<Grid> grids = new ArrayList<>();
        List<GridHeader> headers = v.headers(frame);
        for (int i = 0; i < headers.size(); i++) {
            GridHeader h = headers.get(i);
            if (h.type() == null) {
                throw new IOException(say(
                        "formats.openvdb.VdbFormat.a-grid-of-type-cannot-be", frame.file(), h.typeName(), h.name()));
            }
            grids.add(
                    v.grid(frame, h.label(), progress.part(0.5 * i / headers.size(), 0.5 * (i + 1) / headers.size())));
        }
        new VdbWriter(options).write(grids, declaring(stage), out, progress.part(0.5, 1));
    }

    static GridMetadata declaring(Stage stage) {
        return GridMetadata.EMPTY
                .with("creator", "string", "Idle Heron")
                .with(
                        UP,
                        "string",
                        "XYZ"
                                .substring(
                                        stage.axes().up().axis(),
                                        stage.axes().up().axis() + 1))
                .with(UNIT, "double", stage.metersPerUnit());
    }
}
