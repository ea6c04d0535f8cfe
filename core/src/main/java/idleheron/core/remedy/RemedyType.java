package idleheron.core.remedy;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What is known of a remedy before one is made. It stands beside the class of the remedy and is listed in
 * {@link RemedyCatalogue}; command line, recipes, window and documents take all that they say about remedies from here.
 *
 * @param code stable, lower-case, hyphenated
 * @param form the record that holds its parameters; several codes may share one
 * @param keeps what it must leave as it was
 * @param text what it does, one sentence
 * @param word how it is told in a word, or null for one that only a likely cause or JSON can tell
 * @param measure the figure by which it is judged
 * @param outcome what became of caches and volumes, or null for what is usual
 */
public record RemedyType(
        String code,
        Class<? extends Remedy> form,
        Keeps keeps,
        String text,
        @Nullable Word word,
        Measure measure,
        @Nullable Outcome outcome) {
    /**
     * A remedy in a word: its code, and a value after "=".
     *
     * @param usage what follows the code: "" for nothing, "=N", "[=NAME]" where it can be left out
     * @param destination whether the place where all goes is needed
     * @param made makes it; throws IllegalArgumentException with a plain message for what the value cannot be
     */
    public record Word(String usage, boolean destination, Function<RemedyValue, Remedy> made) {}

    /** Where all goes, as far as a remedy needs it. */
    public record Destination(AxisSystem axes, double metersPerUnit) {}

    /** A remedy that takes no word yet and has no figure of its own. */
    public static RemedyType of(String code, Class<? extends Remedy> form, Keeps keeps, String text) {
        return new RemedyType(code, form, keeps, text, null, Measure.NODES, null);
    }

    /** Told by its code alone. */
    public RemedyType told(Remedy one) {
        return told("", v -> one);
    }

    /** Told by its code and a value. */
    public RemedyType told(String usage, Function<RemedyValue, Remedy> made) {
        return new RemedyType(code, form, keeps, text, new Word(usage, false, made), measure, outcome);
    }

    /** Told by its code, for a destination. */
    public RemedyType toldFor(Function<Destination, Remedy> made) {
        Word w = new Word("", true, v -> made.apply(v.destination()));
        return new RemedyType(code, form, keeps, text, w, measure, outcome);
    }

    /** With the figure that it is judged by. */
    public RemedyType measured(String name, Function<Scene, String> figure) {
        return measured(new Measure(name, figure));
    }

    public RemedyType measured(Measure value) {
        return new RemedyType(code, form, keeps, text, word, value, outcome);
    }

    /** With what becomes of voxels and caches. */
    public RemedyType outcome(Outcome value) {
        return new RemedyType(code, form, keeps, text, word, measure, value);
    }

    /** "limit-influences=N". */
    public String usage() {
        return word == null ? code : code + word.usage();
    }

    /**
     * Makes one from a word.
     *
     * @throws IllegalArgumentException when no word tells it, or the value is missing, too much, or no such thing
     */
    public Remedy made(RemedyValue value) {
        if (word == null) {
            throw new IllegalArgumentException(say("core.remedy.RemedyType.has-more-parameters-than-a-word", code));
        }
        if (word.usage().isEmpty() && !value.text().isEmpty()) {
            throw new IllegalArgumentException(say("core.remedy.RemedyType.takes-no-value-found", code, value.text()));
        }
        if (word.usage().startsWith("=") && value.text().isEmpty()) {
            throw new IllegalArgumentException(say("core.remedy.RemedyType.needs-a-value", code, usage()));
        }
        return word.made().apply(value);
    }
}
