package idleheron.formats.alembic.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.scene.Lost;
import idleheron.formats.alembic.archive.StoredSamples;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.IdentityHashMap;
import java.util.List;

/**
 * What of a damaged archive is kept. Every sample stands behind a key that is the hash of its bytes, so that a damaged one is
 * known. Of an object that changes, the moments at which anything of it is damaged go; one of which something still is damaged
 * goes as a whole, but for what hangs under it.
 */
public final class AbcRescue {
    private static final int NAMED = 6;

    private final Salvage salvage;
    private final IdentityHashMap<Samples, BitSet> damaged = new IdentityHashMap<>();

    AbcRescue(Salvage salvage) {
        this.salvage = salvage;
    }

    void lost(String path, Exception why) {
        String place = why instanceof FormatException e ? e.place() : "";
        salvage.lost(Lost.What.OBJECT, path, place, String.valueOf(why.getMessage()));
    }

    /** Takes samples as they are read, with those of their slots that are damaged. */
    void read(Samples s, StoredSamples stored) {
        BitSet gone = new BitSet();
        for (int i = 0; i < s.count(); i++) {
            gone.set(i, stored.isLost(s.slot(i)));
        }
        if (!gone.isEmpty()) {
            damaged.put(s, gone);
        }
    }

    /**
     * The properties of an object without the moments at which any of them is damaged.
     *
     * @throws FormatException when one that does not change is damaged, or at every moment
     */
    Property.Group sound(String path, Property.Group all) throws FormatException {
        BitSet gone = new BitSet();
        int count = 0;
        List<Samples> found = new ArrayList<>();
        gather(all, found);
        for (Samples s : found) {
            BitSet g = damaged.get(s);
            if (g == null) {
                continue;
            }
            if (s.count() < 2 || count > 0 && count != s.count()) {
                throw FormatException.in(
                        path,
                        say("formats.alembic.bridge.AbcRescue.samples-that-are-what-their-keys"),
                        say("formats.alembic.bridge.AbcRescue.damaged-ones"));
            }
            count = s.count();
            gone.or(g);
        }
        if (gone.isEmpty()) {
            return all;
        }
        if (gone.cardinality() == count || salvage.isBare()) {
            throw FormatException.in(
                    path,
                    say("formats.alembic.bridge.AbcRescue.samples-that-are-what-their-keys"),
                    say("formats.alembic.bridge.AbcRescue.damaged-ones"));
        }
        String which =
                gone.stream().limit(NAMED).mapToObj(String::valueOf).toList().toString();
        salvage.lost(
                Lost.What.OBJECT,
                path,
                "",
                say(
                        "formats.alembic.bridge.AbcRescue.of-samples-are-damaged-the-first",
                        gone.cardinality(),
                        count,
                        which));
        return without(all, gone, count);
    }

    /** Instances of what is lost show nothing of it. */
    public static void instances(Cache cache, Salvage salvage) {
        List<String> gone = salvage.lost().stream()
                .filter(l -> l.what() == Lost.What.OBJECT)
                .map(Lost::name)
                .toList();
        for (Cache.Entry e : cache.entries()) {
            String source = e.node().source();
            if (!source.isEmpty()
                    && gone.stream()
                            .anyMatch(g ->
                                    source.equals(g) || source.startsWith(g + "/") || g.startsWith(source + "/"))) {
                salvage.lost(
                        Lost.What.OBJECT,
                        e.path(),
                        "",
                        say("formats.alembic.bridge.AbcRescue.something-of-which-it-shows-is", source));
            }
        }
    }

    private static void gather(Property.Group all, List<Samples> into) {
        for (Property p : all.properties()) {
            switch (p) {
                case Property.Values v -> into.add(v.samples());
                case Property.Group g -> gather(g, into);
            }
        }
    }

    private static Property.Group without(Property.Group all, BitSet gone, int count) {
        List<Property> out = new ArrayList<>();
        for (Property p : all.properties()) {
            out.add(
                    switch (p) {
                        case Property.Values v ->
                            v.samples().count() == count
                                    ? new Property.Values(v.name(), v.meta(), without(v.samples(), gone))
                                    : v;
                        case Property.Group g -> without(g, gone, count);
                    });
        }
        return new Property.Group(all.name(), all.meta(), out);
    }

    private static Samples without(Samples s, BitSet gone) {
        int[] kept = java.util.stream.IntStream.range(0, s.count())
                .filter(i -> !gone.get(i))
                .toArray();
        double[] times = java.util.Arrays.stream(kept)
                .mapToDouble(i -> s.times().time(i))
                .toArray();
        return Samples.lazy(
                new Samples.Layout(s.type(), s.extent(), s.scalar()),
                kept.length,
                TimeSampling.acyclic(times),
                i -> s.bytes(kept[i]),
                i -> s.points(kept[i]));
    }
}
