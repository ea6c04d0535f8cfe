package idleheron.core.formula;

import static idleheron.core.Messages.say;

import com.ezylang.evalex.BaseException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.data.EvaluationValue;
import com.ezylang.evalex.parser.ASTNode;
import com.ezylang.evalex.parser.Token;
import idleheron.core.Figure;
import idleheron.core.NearNames;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Plain arithmetic over time: {@code + - * / ^ ( )}, the functions and the constant of {@link FormulaWords}, angles in degrees,
 * {@code t} in seconds from the start of the clip, {@code u} the share of the clip that has passed, and {@code {joint.move.y}}
 * for the value of another channel in its own unit. Not for two threads at once.
 */
public final class Formula {
    /** Longer ones are refused. */
    public static final int LONGEST = 2000;

    private static final Pattern REFERENCE = Pattern.compile("\\{([^{}]*)}");
    private static final Pattern SIGNED_POWER = Pattern.compile("\\^\\s*[-+]");
    private static final List<String> TIMES = List.of("t", "u");

    private final String text;
    private final Place place;
    private final List<Reference> references;
    private final List<String> names;
    private final Expression expression;

    /**
     * Another channel whose value a formula asks for.
     *
     * @param place where it is asked for
     */
    public record Reference(ChannelName name, Place place) {}

    private Formula(String text, Place place, List<Reference> references, List<String> names, Expression expression) {
        this.text = text;
        this.place = place;
        this.references = List.copyOf(references);
        this.names = List.copyOf(names);
        this.expression = expression;
    }

    /**
     * Reads one.
     *
     * @param place of its first character
     * @throws FormulaFault where it is none, with the place
     */
    public static Formula of(String text, Place place) {
        if (text.isBlank() || text.length() > LONGEST) {
            throw new FormulaFault(
                    place,
                    say("core.formula.Formula.a-formula-of-at-most-characters", LONGEST),
                    text.isBlank()
                            ? say("core.formula.Formula.nothing")
                            : say("core.formula.Formula.characters", text.length()));
        }
        List<Reference> references = new ArrayList<>();
        List<String> names = new ArrayList<>();
        String plain = named(text, place, references, names);
        Matcher signed = SIGNED_POWER.matcher(plain);
        if (signed.find()) {
            throw new FormulaFault(
                    place.of(text, signed.start()), say("core.formula.Formula.a-power-with-a-sign-in"), signed.group());
        }
        Expression e = new Expression(plain, FormulaWords.CONFIGURATION);
        try {
            for (ASTNode n : e.getAllASTNodes()) {
                word(n.getToken(), text, place);
            }
        } catch (BaseException x) {
            throw fault(text, place, x);
        }
        return new Formula(text, place, references, names, e);
    }

    /** Names of the same length in place of references, so that places stay what they are. */
    private static String named(String text, Place place, List<Reference> into, List<String> names) {
        Matcher m = REFERENCE.matcher(text);
        StringBuilder out = new StringBuilder(text);
        while (m.find()) {
            Place at = place.of(text, m.start());
            ChannelName name = ChannelName.of(m.group(1));
            String stand = "ref" + into.size();
            if (name == null || stand.length() > m.group().length()) {
                throw new FormulaFault(at, say("core.formula.Formula.a-channel-such-as-joint-move"), m.group());
            }
            names.add(stand + "_".repeat(m.group().length() - stand.length()));
            out.replace(m.start(), m.end(), names.getLast());
            into.add(new Reference(name, at));
        }
        int brace = out.indexOf("{") < 0 ? out.indexOf("}") : out.indexOf("{");
        if (brace >= 0) {
            throw new FormulaFault(
                    place.of(text, brace),
                    say("core.formula.Formula.a-channel-such-as-joint-move"),
                    say("core.formula.Formula.half-of-one"));
        }
        return out.toString().replace('\n', ' ').replace('\r', ' ').replace('\t', ' ');
    }

    private static void word(Token token, String text, Place place) {
        Place at = place.of(text, token.getStartPosition() - 1);
        switch (token.getType()) {
            case STRING_LITERAL ->
                throw new FormulaFault(at, say("core.formula.Formula.a-number"), say("core.formula.Formula.a-text"));
            case VARIABLE_OR_CONSTANT -> {
                String name = token.getValue();
                boolean known = TIMES.contains(name)
                        || FormulaWords.CONSTANTS.contains(name)
                        || text.startsWith("{", token.getStartPosition() - 1);
                if (!known) {
                    throw unknown(at, name);
                }
            }
            default -> {}
        }
    }

    private static FormulaFault unknown(Place at, String name) {
        List<String> words = Stream.of(TIMES, FormulaWords.CONSTANTS, FormulaWords.FUNCTIONS)
                .flatMap(List::stream)
                .toList();
        String nearest = words.stream()
                .min(Comparator.comparingDouble(w -> NearNames.byWords(w, name)))
                .orElse("t");
        return new FormulaFault(
                at,
                say("core.formula.Formula.t-u-a-function-or-a", String.join(", ", FormulaWords.CONSTANTS)),
                name
                        + (NearNames.byWords(nearest, name) <= 0.5
                                ? say("core.formula.Formula.nearest-is", nearest)
                                : ""));
    }

    private static FormulaFault fault(String text, Place place, BaseException e) {
        Place at = place.of(text, e.getStartPosition() - 1);
        String said = String.valueOf(e.getMessage());
        String token = text.substring(
                Math.clamp(e.getStartPosition() - 1, 0, text.length()),
                Math.clamp(e.getEndPosition(), 0, text.length()));
        if (said.startsWith("Undefined function")) {
            return unknown(at, token.replaceAll("\\W", ""));
        }
        return new FormulaFault(
                at,
                say("core.formula.Formula.a-formula"),
                (token.isBlank()
                                ? say("core.formula.Formula.its-end")
                                : token.strip().replaceAll("(?<=\\w)\\($", "")) + " (" + said.toLowerCase(Locale.ROOT)
                        + ")");
    }

    /** As it was written. */
    public String text() {
        return text;
    }

    /** Where in the text it stands. */
    public Place place() {
        return place;
    }

    /** The channels and numbers that it asks for. */
    public List<Reference> references() {
        return references;
    }

    /**
     * Its value at a moment.
     *
     * @param t seconds from the start of the clip
     * @param u share of the clip that has passed
     * @param others the values of {@link #references()}, in their order
     * @throws FormulaFault where it has none: a division by nothing, a root of less than nothing
     */
    public double at(double t, double u, double[] others) {
        expression.with("t", number(t)).with("u", number(u));
        for (int i = 0; i < others.length; i++) {
            expression.with(names.get(i), number(others[i]));
        }
        double out;
        try {
            EvaluationValue value = expression.evaluate();
            out = value.isNumberValue() ? value.getNumberValue().doubleValue() : Double.NaN;
        } catch (BaseException e) {
            FormulaFault f = fault(text, place, e);
            throw new FormulaFault(f.place(), say("core.formula.Formula.a-value-at", seconds(t)), f.found());
        } catch (ArithmeticException | NumberFormatException e) {
            out = Double.NaN;
        }
        if (!Double.isFinite(out)) {
            throw new FormulaFault(
                    place,
                    say("core.formula.Formula.a-value-at", seconds(t)),
                    say("core.formula.Formula.none-that-is-finite"));
        }
        return out;
    }

    private static String seconds(double t) {
        return Figure.number(t) + " s";
    }

    private static BigDecimal number(double v) {
        return new BigDecimal(v, MathContext.DECIMAL64);
    }
}
