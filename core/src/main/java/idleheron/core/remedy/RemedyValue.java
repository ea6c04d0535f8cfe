package idleheron.core.remedy;

import static idleheron.core.Messages.say;

import idleheron.core.math.SignedAxis;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What was told after the code of a remedy. Whatever it cannot be read as ends in an IllegalArgumentException that says what
 * was expected and what was found.
 *
 * @param text all of it, "" for nothing
 * @param place where all goes, or null where nothing was said
 */
public record RemedyValue(String text, RemedyType.@Nullable Destination place) {
    private static final String PARTS = ":";
    private static final String LIST = ",";

    /** Without a destination. */
    public static RemedyValue of(String text) {
        return new RemedyValue(text, null);
    }

    /** Where all goes. */
    public RemedyType.Destination destination() {
        if (place == null) {
            throw new IllegalArgumentException(say("core.remedy.RemedyValue.needs-a-destination-for-convention"));
        }
        return place;
    }

    /** What stands before the first colon. */
    public RemedyValue first() {
        return new RemedyValue(text.split(PARTS, 2)[0], place);
    }

    /**
     * What stands after the first colon.
     *
     * @param usual where there is nothing
     */
    public RemedyValue second(String usual) {
        String[] two = text.split(PARTS, 2);
        return new RemedyValue(two.length < 2 ? usual : two[1], place);
    }

    /** Itself, or what is usual where nothing was told. */
    public String or(String usual) {
        return text.isEmpty() ? usual : text;
    }

    /** A name: anything but nothing. */
    public String name() {
        if (text.isBlank()) {
            throw expected(say("core.remedy.RemedyValue.a-name"));
        }
        return text;
    }

    /**
     * Whether a word was told that may be left out.
     *
     * @throws IllegalArgumentException with a line for the user where it is another word
     */
    public boolean says(String word) {
        if (!text.isEmpty() && !text.equals(word)) {
            throw expected(say("core.remedy.RemedyValue.word-or-nothing", word));
        }
        return !text.isEmpty();
    }

    /** A finite number. */
    public double number() {
        try {
            double v = Double.parseDouble(text.strip());
            if (Double.isFinite(v)) {
                return v;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        throw expected(say("core.remedy.RemedyValue.a-number"));
    }

    /**
     * @throws IllegalArgumentException with a line for the user where it is not above 0
     */
    public double positive() {
        double v = number();
        if (!(v > 0)) {
            throw expected(say("core.remedy.RemedyValue.a-number-above-0"));
        }
        return v;
    }

    /**
     * @throws IllegalArgumentException with a line for the user where it is no whole number
     */
    public int whole() {
        double v = number();
        if (v != (int) v) {
            throw expected(say("core.remedy.RemedyValue.a-whole-number"));
        }
        return (int) v;
    }

    /** A whole number above 0. */
    public int count() {
        int n = whole();
        if (n < 1) {
            throw expected(say("core.remedy.RemedyValue.a-whole-number-above-0"));
        }
        return n;
    }

    /** A frame rate, or the known one beside it. */
    public FrameRate rate() {
        return FrameRate.nearest(positive());
    }

    /** "x", "-z". */
    public SignedAxis axis() {
        SignedAxis a = SignedAxis.named(text);
        if (a == null) {
            throw expected(say("core.remedy.RemedyValue.an-axis-x-y-z-x"));
        }
        return a;
    }

    /** A type of voxels by its name. */
    public ValueType type() {
        String all = String.join(
                ", ", Arrays.stream(ValueType.values()).map(ValueType::id).toList());
        return one(ValueType.values(), t -> t.id().equals(text), say("core.remedy.RemedyValue.a-type-one-of", all));
    }

    private <T> T one(T[] all, Predicate<T> is, String expected) {
        return Arrays.stream(all).filter(is).findFirst().orElseThrow(() -> expected(expected));
    }

    /** Names between commas. */
    public List<String> names() {
        List<String> out =
                Arrays.stream(text.split(LIST, -1)).map(String::strip).toList();
        if (out.contains("")) {
            throw expected(say("core.remedy.RemedyValue.names-with-commas-between-them"));
        }
        return out;
    }

    /** Numbers between commas. */
    public List<Double> numbers() {
        return Arrays.stream(text.split(LIST, -1)).map(t -> of(t).number()).toList();
    }

    /** Six whole numbers: the lowest corner and the highest one. */
    public IndexBox box() {
        int[] n =
                Arrays.stream(text.split(LIST, -1)).mapToInt(t -> of(t).whole()).toArray();
        if (n.length != 6) {
            throw expected(say("core.remedy.RemedyValue.six-whole-numbers"));
        }
        return new IndexBox(n[0], n[1], n[2], n[3], n[4], n[5]);
    }

    private IllegalArgumentException expected(String what) {
        return new IllegalArgumentException(say(
                "core.remedy.RemedyValue.expected-found",
                what,
                (text.isEmpty() ? say("core.remedy.RemedyValue.nothing") : text)));
    }
}
