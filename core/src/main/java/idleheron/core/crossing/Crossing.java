package idleheron.core.crossing;

import idleheron.core.finding.Convention;
import idleheron.core.pair.CompareSettings;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.ConvertStage;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One job, as the user has set it up: all that can be undone. What follows from it is computed, not kept here.
 *
 * @param original what was put on the bench, before any remedy
 * @param destination the convention it is made ready for, or null
 * @param remedies in their order
 * @param sent what went out, read back from its file, or null
 * @param via which tool took it, or ""
 * @param returned what came back, or null
 * @param mends remedies on what came back, in their order
 * @param signedBy who signed it off, or ""
 * @param note a remark for the report
 * @param terms tolerances, and what the user says belongs together
 */
public record Crossing(
        @Nullable Asset original,
        @Nullable Convention destination,
        List<Remedy> remedies,
        @Nullable Asset sent,
        String via,
        @Nullable Asset returned,
        List<Remedy> mends,
        String signedBy,
        String note,
        CompareSettings terms) {
    public static final Crossing EMPTY =
            new Crossing(null, null, List.of(), null, "", null, List.of(), "", "", CompareSettings.USUAL);

    public Crossing {
        remedies = List.copyOf(remedies);
        mends = List.copyOf(mends);
    }

    /** A new asset starts anew. */
    public static Crossing of(Asset original, @Nullable Convention destination) {
        return new Crossing(original, destination, List.of(), null, "", null, List.of(), "", "", CompareSettings.USUAL);
    }

    public Crossing withDestination(@Nullable Convention value) {
        return new Crossing(original, value, remedies, sent, via, returned, mends, signedBy, note, terms);
    }

    /** With other remedies; what was sent stays as it went. */
    public Crossing withRemedies(List<Remedy> value) {
        return new Crossing(original, destination, value, sent, via, returned, mends, signedBy, note, terms);
    }

    /** With one remedy more at the end; a conversion takes the place of an earlier one. */
    public Crossing withRemedy(Remedy remedy) {
        List<Remedy> all = new ArrayList<>(remedies);
        all.removeIf(r -> r.code().equals(remedy.code()));
        if (!all.isEmpty() && all.getLast() instanceof ConvertStage) {
            all.add(all.size() - 1, remedy);
        } else {
            all.add(remedy);
        }
        return withRemedies(all);
    }

    /** With the file that went out; what was said of a returned one before goes. */
    public Crossing withSent(Asset value) {
        return new Crossing(original, destination, remedies, value, "", null, List.of(), "", note, terms);
    }

    /** With what came back, and by which tool. */
    public Crossing withReturned(Asset value, String tool) {
        return new Crossing(original, destination, remedies, sent, tool, value, List.of(), "", note, terms);
    }

    /** With other remedies for what came back. */
    public Crossing withMends(List<Remedy> value) {
        return new Crossing(original, destination, remedies, sent, via, returned, value, "", note, terms);
    }

    /** With the name of who signs, "" for nobody, and a remark. */
    public Crossing signed(String by, String remark) {
        return new Crossing(original, destination, remedies, sent, via, returned, mends, by, remark, terms);
    }

    /** Under other tolerances or another table; what was signed was signed under the old ones. */
    public Crossing withTerms(CompareSettings value) {
        return new Crossing(original, destination, remedies, sent, via, returned, mends, "", note, value);
    }
}
