package idleheron.formats.alembic;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
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
        parts.add(new Outline(
                say("formats.alembic.AbcOutline.file-version"), "number", a.fileVersion() + "", 0, List.of()));
        parts.add(new Outline("library", "number", a.libraryVersion() + "", 0, List.of()));
        List<Outline> meta = a.meta().entries().entrySet().stream()
                .map(e -> new Outline(e.getKey(), "text", e.getValue(), 0, List.of()))
                .toList();
        parts.add(new Outline("metadata", say("formats.alembic.AbcOutline.entries", meta.size()), "", 0, meta));
        List<Outline> times = new ArrayList<>();
        for (int i = 0; i < a.samplings().size(); i++) {
            var t = a.samplings().get(i);
            String told = Arrays.toString(Arrays.copyOf(t.stored(), Math.min(SHOWN, t.stored().length)));
            times.add(new Outline(
                    i + "",
                    t.kind(),
                    t.isAcyclic() ? told : say("formats.alembic.AbcOutline.s-a-cycle", t.perCycle(), told),
                    0,
                    List.of()));
        }
        parts.add(new Outline(say("formats.alembic.AbcOutline.time-samplings"), times.size() + "", "", 0, times));
        parts.add(new AbcOutline(file).object(a.top(), "/"));
        return new Outline(
                a.name(),
                say("formats.alembic.AbcOutline.alembic-ogawa"),
                say("formats.alembic.AbcOutline.bytes", a.bytes()),
                0,
                parts);
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
        String type = s.type().id() + " × " + s.extent() + (s.scalar() ? "" : say("formats.alembic.AbcOutline.array"));
        String many = Wording.counted(s.count(), "sample");
        String first = s.count() == 0 ? "" : first(s);
        return new Outline(
                v.name(),
                type,
                s.constant()
                        ? say("formats.alembic.AbcOutline.constant", many, first)
                        : say("formats.alembic.AbcOutline.changing", many, first),
                at(s),
                List.of());
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
            return say("formats.alembic.AbcOutline.points", s.points(0));
        }
        double[] d = s.doubles(0);
        String told = Arrays.toString(Arrays.copyOf(d, Math.min(SHOWN, d.length)));
        return d.length > SHOWN ? told.replace("]", say("formats.alembic.AbcOutline.points-2", s.points(0))) : told;
    }
}
