package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Pictures that came back on the material and property that they were sent on, and lie otherwise there. What is beyond their edges is
 * not looked at, since half of the carriers have no word for one of the ways.
 *
 * @param all each of them
 */
public record PicturePlaces(List<Moved> all) {
    /** Places on a picture that are this near are the same, since carriers keep them as floats; widths of the picture. */
    private static final double SAME = 1e-4;

    /**
     * @param what the file name of the picture and the material
     * @param apart how far the same point came to lie apart, widths of the picture
     */
    public record Moved(String material, String what, Placement sent, Placement returned, double apart) {
        /** Whether it only lost its turn. */
        boolean isUnturned() {
            Placement.Parts by = sent.parts();
            return Math.abs(by.degrees()) > SAME
                    && Placement.of(by.scaleU(), by.scaleV(), 0, by.moveU(), by.moveV())
                                    .differs(returned)
                            <= SAME;
        }
    }

    /** All of the pictures of a pair that lie otherwise. */
    public static PicturePlaces of(Pair p) {
        Map<String, Material> there = new HashMap<>();
        p.returned.materials().forEach(m -> there.putIfAbsent(Matching.plain(m.name()), m));
        List<Moved> out = new ArrayList<>();
        for (Material m : p.sent.materials()) {
            Material back = there.get(Matching.plain(m.name()));
            for (Material.Use u : m.uses()) {
                Placement lies = back == null ? null : lies(back, u.property());
                if (lies == null) {
                    continue;
                }
                double apart = lies.differs(u.placement());
                if (apart > SAME) {
                    String file = p.sent.textures().get(u.texture()).fileName();
                    out.add(new Moved(m.name(), file + ", " + m.name(), u.placement(), lies, apart));
                }
            }
        }
        return new PicturePlaces(out);
    }

    private static @Nullable Placement lies(Material m, String property) {
        return m.uses().stream()
                .filter(u -> u.property().equals(property))
                .map(Material.Use::placement)
                .findFirst()
                .orElse(null);
    }

    /** "2 pictures are". */
    public String counted() {
        return Wording.counted(
                all.size(),
                say("core.character.compare.PicturePlaces.picture-is"),
                say("core.character.compare.PicturePlaces.pictures-are"));
    }

    /** How far the same point came to lie apart at most, widths of the picture. */
    public double apart() {
        return all.stream().mapToDouble(Moved::apart).max().orElse(0);
    }

    /** Whether all of them only lost their turn. */
    boolean areUnturned() {
        return !all.isEmpty() && all.stream().allMatch(Moved::isUnturned);
    }
}
