package idleheron.formats.alembic;

import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import idleheron.formats.spi.Outline;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** An archive as stored, for a person to look through. */
final class AbcOutline {
    private static final int SHOWN = 6;
    private final MemorySegment file;

    private AbcOutline(MemorySegment file) {
        this.file = file;
    }

    static Outline of(AbcArchive a, MemorySegment file) {
        List<Outline> parts = new ArrayList<>();
        parts.add(new Outline("file version", "number", a.fileVersion() + "", 0, List.of()));
        parts.add(new Outline("library", "number", a.libraryVersion() + "", 0, List.of()));
        List<Outline> meta = a.meta().entries().entrySet().stream()
                .map(e -> new Outline(e.getKey(), "text", e.getValue(), 0, List.of()))
                .toList();
        parts.add(new Outline("metadata", meta.size() + " entries", "", 0, meta));
        List<Outline> times = new ArrayList<>();
        for (int i = 0; i < a.samplings().size(); i++) {
            var t = a.samplings().get(i);
            String told = Arrays.toString(Arrays.copyOf(t.stored(), Math.min(SHOWN, t.stored().length)));
            times.add(new Outline(
                    i + "", t.kind(), (t.isAcyclic() ? "" : t.perCycle() + " s a cycle, ") + told, 0, List.of()));
        }
        parts.add(new Outline("time samplings", times.size() + "", "", 0, times));
        parts.add(new AbcOutline(file).object(a.top(), "/"));
        return new Outline(a.name(), "Alembic, Ogawa", a.bytes() + " bytes", 0, parts);
    }

    private Outline object(AbcObject o, String name) {
        List<Outline> in = new ArrayList<>();
        o.properties().properties().forEach(p -> in.add(property(p)));
        o.children().forEach(c -> in.add(object(c, "/" + c.name())));
        return new Outline(name, "object", o.meta().text(), 0, in);
    }

    private Outline property(Property p) {
        return switch (p) {
            case Property.Group g ->
                new Outline(
                        g.name(),
                        "compound",
                        g.meta().text(),
                        0,
                        g.properties().stream().map(this::property).toList());
            case Property.Values v -> values(v);
        };
    }

    private Outline values(Property.Values v) {
        Samples s = v.samples();
        String type = s.type().id() + " × " + s.extent() + (s.scalar() ? "" : " array");
        String many = s.count() + (s.count() == 1 ? " sample, " : " samples, ") + (s.constant() ? "constant: " : "");
        return new Outline(v.name(), type, many + (s.count() == 0 ? "" : first(s)), at(s), List.of());
    }

    private long at(Samples s) {
        if (s.count() == 0) {
            return 0;
        }
        long at = s.bytes(0).address() - file.address();
        return at > 0 && at < file.byteSize() ? at : 0;
    }

    private static String first(Samples s) {
        if (s.type().isText()) {
            List<String> all = s.strings(0);
            return String.join(", ", all.subList(0, Math.min(SHOWN, all.size())));
        }
        if (s.points(0) > 1 << 20) {
            return s.points(0) + " points";
        }
        double[] d = s.doubles(0);
        String told = Arrays.toString(Arrays.copyOf(d, Math.min(SHOWN, d.length)));
        return d.length > SHOWN ? told.replace("]", ", … " + s.points(0) + " points]") : told;
    }
}
