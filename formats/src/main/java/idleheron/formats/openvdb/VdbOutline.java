package idleheron.formats.openvdb;

import static idleheron.core.Messages.say;

import idleheron.core.volume.GridMetadata;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import idleheron.formats.spi.Outline;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** A volume file as stored, for a person to look through. */
final class VdbOutline {
    private VdbOutline() {}

    static Outline of(VdbReader reader) {
        VdbFile f = reader.file();
        List<Outline> parts = new ArrayList<>();
        parts.add(leaf(say("formats.openvdb.VdbOutline.file-version"), "number", f.version() + "", 8));
        parts.add(leaf("library", "numbers", f.libraryMajor() + "." + f.libraryMinor(), 12));
        parts.add(leaf(say("formats.openvdb.VdbOutline.grids-carry-offsets"), "truth", f.hasOffsets() + "", 20));
        parts.add(leaf("identifier", "text", f.uuid(), f.version() < 222 ? 22 : 21));
        parts.add(new Outline(
                "metadata",
                say("formats.openvdb.VdbOutline.entries", f.metadata().entries().size()),
                "",
                57,
                entries(f.metadata(), 57)));
        for (VdbFile.Entry e : f.grids()) {
            List<Outline> in = new ArrayList<>();
            in.add(leaf("type", "text", e.typeName(), e.gridAt()));
            if (!e.parent().isEmpty()) {
                in.add(leaf(say("formats.openvdb.VdbOutline.shares-the-tree-of"), "text", e.parent(), e.gridAt()));
            }
            in.add(leaf("compression", "flags", e.compressionText(), e.gridAt()));
            in.add(new Outline(
                    "metadata",
                    say(
                            "formats.openvdb.VdbOutline.entries",
                            e.metadata().entries().size()),
                    "",
                    e.gridAt(),
                    entries(e.metadata(), e.gridAt())));
            in.add(leaf("transform", e.map().kind(), Arrays.toString(e.map().affine()), e.gridAt()));
            in.add(leaf("topology", "tree", e.treeShape(), e.topologyAt()));
            in.add(leaf(
                    "buffers",
                    "voxels",
                    say("formats.openvdb.VdbOutline.bytes", (e.endAt() - e.buffersAt())),
                    e.buffersAt()));
            parts.add(new Outline(
                    say("formats.openvdb.VdbOutline.grid", e.label()), e.valueName(), e.gridClass(), e.gridAt(), in));
        }
        return new Outline(
                f.name(),
                "OpenVDB",
                say("formats.openvdb.VdbOutline.grids", f.grids().size()),
                0,
                parts);
    }

    private static Outline leaf(String name, String type, String value, long at) {
        return new Outline(name, type, value, at, List.of());
    }

    private static List<Outline> entries(GridMetadata m, long at) {
        return m.entries().stream()
                .map(e -> leaf(e.name(), e.type(), shown(e.value()), at))
                .toList();
    }

    private static String shown(Object value) {
        return switch (value) {
            case int[] a -> Arrays.toString(a);
            case float[] a -> Arrays.toString(a);
            case double[] a -> Arrays.toString(a);
            case byte[] a -> say("formats.openvdb.VdbOutline.bytes", a.length);
            default -> value.toString();
        };
    }
}
