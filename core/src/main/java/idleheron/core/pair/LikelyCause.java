package idleheron.core.pair;

import idleheron.core.Topic;
import idleheron.core.remedy.Remedy;
import java.util.List;

/**
 * An explanation that makes many differences vanish at once.
 *
 * @param text one sentence without a full stop, to be joined with others
 * @param explains topics that were over tolerance and are not once it is mended
 * @param before how many figures were over tolerance before
 * @param left how many are left after the remedy
 * @param remedy for the returned scene
 */
public record LikelyCause(String code, String text, List<Topic> explains, long before, long left, Remedy remedy) {
    public LikelyCause {
        explains = List.copyOf(explains);
    }
}
