package idleheron.app.round;

import java.util.List;
import java.util.Map;

/**
 * What became of one file of a round. It says the same wherever and whenever it is done.
 *
 * @param file as the round names it
 * @param target where it went, below the folder of the round
 * @param verdict of what was read back, in a word; or ""
 * @param worst what is worst of what was found in it as it goes
 * @param codes how often each code was found in it as it goes, by code
 * @param text in a few words
 * @param sources all that was read for it
 * @param outputs all that was written, below the folder of the round
 */
public record FileResult(
        String file,
        String target,
        State state,
        String verdict,
        Worst worst,
        Map<String, Integer> codes,
        String text,
        List<Sum> sources,
        List<Sum> outputs) {
    /** What became of it. */
    public enum State {
        CLEAN("clean"),
        FAULTS("with faults"),
        FAILED("failed"),
        MISSING("missing");

        private final String word;

        State(String word) {
            this.word = word;
        }

        /** As it is told. */
        public String word() {
            return word;
        }
    }

    /**
     * A finding.
     *
     * @param severity in a word, or "" where nothing was found
     */
    public record Worst(String code, String severity, String message) {
        /** Nothing was found. */
        public static final Worst NONE = new Worst("", "", "");
    }

    /**
     * A file and what is in it.
     *
     * @param sha256 64 hexadecimal digits; of numbered ones that of their sums, one after the other
     */
    public record Sum(String file, long bytes, String sha256) {}

    public FileResult {
        codes = Map.copyOf(codes);
        sources = List.copyOf(sources);
        outputs = List.copyOf(outputs);
    }

    /** Of a file of which nothing was written. */
    static FileResult not(RoundItem item, State state, String text) {
        return new FileResult(item.name(), item.target(), state, "", Worst.NONE, Map.of(), text, List.of(), List.of());
    }

    /** Whether something of it was written and need not be again, as long as nothing changes. */
    boolean isDone() {
        return state == State.CLEAN || state == State.FAULTS && !outputs.isEmpty();
    }
}
