package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.PrimLosses;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which values of a damaged crate cannot be relied on: those that cannot be read, and all that lie within {@link #BESIDE} bytes
 * of them, for numbers carry no sum, and a block of noise is only felt where structure is.
 */
final class CrateRescue {
    private static final long BESIDE = 4096;
    private static final Pattern BYTE = Pattern.compile(say("formats.usd.crate.CrateRescue.byte-d"));

    private final CrateValues values;
    private final Salvage salvage;
    private final long[] places;
    private final Map<Spec, Harm> harmed = new LinkedHashMap<>();
    private boolean lost;

    /** What of a prim was lost first. */
    private record Harm(String path, String what) {}

    CrateRescue(CrateTables tables, CrateValues values, Salvage salvage) {
        this.values = values;
        this.salvage = salvage;
        this.places = Arrays.stream(tables.fieldValues)
                .filter(CrateRescue::isStored)
                .map(r -> r & CrateValues.PAYLOAD)
                .distinct()
                .sorted()
                .toArray();
        for (long rep : tables.fieldValues) {
            if (isStored(rep)) {
                tried(rep);
            }
        }
    }

    private static boolean isStored(long rep) {
        return (rep & CrateValues.INLINE) == 0 && (rep & CrateValues.PAYLOAD) != 0;
    }

    private void tried(long rep) {
        try {
            whole(values.read(rep));
        } catch (FormatException | RuntimeException e) {
            long at = rep & CrateValues.PAYLOAD;
            salvage.doubt(at - BESIDE, after(at) + BESIDE);
            Matcher m = BYTE.matcher(String.valueOf(e.getMessage()));
            if (m.find()) {
                long told = Long.parseLong(m.group(1));
                salvage.doubt(told - BESIDE, told + BESIDE);
            }
        }
    }

    /** Unpacks what is only unpacked when it is asked for. */
    private static void whole(Value v) {
        if (v instanceof Numbers n) {
            n.bytes();
        } else if (v instanceof TimeSamples t) {
            for (int i = 0; i < t.count(); i++) {
                whole(t.value(i));
            }
        }
    }

    /** Where the next value begins. */
    private long after(long at) {
        int i = Arrays.binarySearch(places, at + 1);
        int next = i >= 0 ? i : -i - 1;
        return next < places.length ? places[next] : at + BESIDE;
    }

    /** Whether a value is left out of the spec whose field it is. */
    boolean isLost(long rep) {
        boolean out = isStored(rep) && salvage.doubts(rep & CrateValues.PAYLOAD, after(rep & CrateValues.PAYLOAD));
        lost |= out;
        return out;
    }

    /** To be called once a spec has its fields; a property that lacks one goes. */
    void made(Spec s, Spec parent, String path) {
        if (!lost) {
            return;
        }
        lost = false;
        boolean prim = s.type() == Spec.Type.PRIM || s.type() == Spec.Type.ROOT;
        if (!prim) {
            parent.properties().remove(s.name());
        }
        int dot = path.indexOf('.', path.lastIndexOf('/') + 1);
        harmed.merge(
                prim ? s : parent,
                new Harm(
                        dot < 0 ? path : path.substring(0, dot),
                        prim ? say("formats.usd.crate.CrateRescue.a-field") : s.name()),
                (x, y) -> x);
    }

    /** Tells what is lost, once the layer is whole but for that. */
    void finish() {
        harmed.forEach((s, h) -> {
            if (salvage.isBare()) {
                s.properties().clear();
            }
            PrimLosses.tell(
                    salvage, h.path, s, "", say("formats.usd.crate.CrateRescue.is-damaged-or-beside-damage", h.what));
        });
    }
}
