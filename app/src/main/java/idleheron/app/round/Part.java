package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * Which part of a round: the {@code index}-th of {@code count}, from 1.
 */
public record Part(int index, int count) {
    /** More parts than these are refused. */
    private static final int MOST = 1_000_000;
    /** What a file takes besides its bytes, in bytes: opening, proving, placing. */
    private static final long EACH = 200_000;

    public Part {
        if (count < 1 || count > MOST || index < 1 || index > count) {
            throw new UsageException(say("app.round.Part.expected-a-part-such-as-3", index, count));
        }
    }

    /** From "3/8". */
    public static Part of(String told) {
        String[] both = told.split("/", -1);
        try {
            if (both.length == 2) {
                return new Part(Integer.parseInt(both[0].strip()), Integer.parseInt(both[1].strip()));
            }
        } catch (NumberFormatException e) {
            // told below
        }
        throw new UsageException(say("app.round.Part.expected-a-part-such-as-3-2", told));
    }

    /** Under which its journal and its results are kept. */
    String file() {
        return "part-" + index + "-of-" + count;
    }

    /**
     * The files of a part: largest first, each to the part that has least, so that all take about as long. The same files are
     * shared out the same way wherever that is done.
     */
    public List<RoundItem> of(List<RoundItem> all) {
        return shared(all, count).get(index - 1);
    }

    private record Load(int part, long bytes) {}

    /** All files, shared out to so many parts; those of each are in the order of the round. */
    public static List<List<RoundItem>> shared(List<RoundItem> all, int parts) {
        List<List<Integer>> own = new ArrayList<>();
        PriorityQueue<Load> least =
                new PriorityQueue<>(Comparator.comparingLong(Load::bytes).thenComparingInt(Load::part));
        for (int p = 0; p < parts; p++) {
            own.add(new ArrayList<>());
            least.add(new Load(p, 0));
        }
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            order.add(i);
        }
        order.sort(Comparator.comparingLong((Integer i) -> -all.get(i).bytes())
                .thenComparing(i -> all.get(i).target()));
        for (int i : order) {
            Load l = least.remove();
            own.get(l.part).add(i);
            least.add(new Load(l.part, l.bytes + all.get(i).bytes() + EACH));
        }
        return own.stream().map(o -> o.stream().sorted().map(all::get).toList()).toList();
    }
}
