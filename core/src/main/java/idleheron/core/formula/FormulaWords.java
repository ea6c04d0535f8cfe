package idleheron.core.formula;

import static idleheron.core.Messages.say;

import com.ezylang.evalex.EvaluationException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.config.ExpressionConfiguration;
import com.ezylang.evalex.config.FunctionDictionaryIfc;
import com.ezylang.evalex.config.MapBasedFunctionDictionary;
import com.ezylang.evalex.config.MapBasedOperatorDictionary;
import com.ezylang.evalex.config.OperatorDictionaryIfc;
import com.ezylang.evalex.data.EvaluationValue;
import com.ezylang.evalex.functions.AbstractFunction;
import com.ezylang.evalex.functions.FunctionIfc;
import com.ezylang.evalex.functions.FunctionParameter;
import com.ezylang.evalex.operators.AbstractOperator;
import com.ezylang.evalex.operators.InfixOperator;
import com.ezylang.evalex.operators.OperatorIfc;
import com.ezylang.evalex.operators.arithmetic.InfixMinusOperator;
import com.ezylang.evalex.operators.arithmetic.InfixMultiplicationOperator;
import com.ezylang.evalex.operators.arithmetic.InfixPlusOperator;
import com.ezylang.evalex.operators.arithmetic.PrefixMinusOperator;
import com.ezylang.evalex.operators.arithmetic.PrefixPlusOperator;
import com.ezylang.evalex.parser.Token;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;

/**
 * What may stand in a formula besides numbers and times: plain arithmetic and a few functions, angles in degrees. Functions and
 * powers are those of the virtual machine, in bounded time whatever the numbers are.
 */
final class FormulaWords {
    static final List<String> CONSTANTS = List.of("pi");
    static final List<String> FUNCTIONS =
            List.of("sin", "cos", "tan", "abs", "min", "max", "clamp", "floor", "mod", "sqrt");

    static final ExpressionConfiguration CONFIGURATION = ExpressionConfiguration.builder()
            .operatorDictionary(operators())
            .functionDictionary(functions())
            .mathContext(MathContext.DECIMAL64)
            .powerOfPrecedence(OperatorIfc.OPERATOR_PRECEDENCE_POWER_HIGHER)
            .defaultConstants(Map.of(CONSTANTS.getFirst(), EvaluationValue.numberValue(number(Math.PI))))
            .allowOverwriteConstants(false)
            .arraysAllowed(false)
            .structuresAllowed(false)
            .binaryAllowed(false)
            .implicitMultiplicationAllowed(false)
            .singleQuoteStringLiteralsAllowed(false)
            .stripTrailingZeros(false)
            .build();

    private FormulaWords() {}

    @SuppressWarnings("unchecked")
    private static OperatorDictionaryIfc operators() {
        return MapBasedOperatorDictionary.ofOperators(
                Map.entry("+", new PrefixPlusOperator()),
                Map.entry("-", new PrefixMinusOperator()),
                Map.entry("+", new InfixPlusOperator()),
                Map.entry("-", new InfixMinusOperator()),
                Map.entry("*", new InfixMultiplicationOperator()),
                Map.entry("/", new Divide()),
                Map.entry("^", new Power()));
    }

    private static FunctionDictionaryIfc functions() {
        MapBasedFunctionDictionary out = new MapBasedFunctionDictionary();
        Map<String, FunctionIfc> all = Map.of(
                "sin", new Of(1, v -> Math.sin(Math.toRadians(v[0]))),
                "cos", new Of(1, v -> Math.cos(Math.toRadians(v[0]))),
                "tan", new Of(1, v -> Math.tan(Math.toRadians(v[0]))),
                "abs", new Of(1, v -> Math.abs(v[0])),
                "min", new Of(0, v -> Arrays.stream(v).min().orElseThrow()),
                "max", new Of(0, v -> Arrays.stream(v).max().orElseThrow()),
                "clamp", new Of(3, v -> v[1] <= v[2] ? Math.clamp(v[0], v[1], v[2]) : Double.NaN),
                "floor", new Of(1, v -> Math.floor(v[0])),
                "mod", new Of(2, v -> v[0] - v[1] * Math.floor(v[0] / v[1])),
                "sqrt", new Of(1, v -> Math.sqrt(v[0])));
        FUNCTIONS.forEach(f -> out.addFunction(f, all.get(f)));
        return out;
    }

    private static BigDecimal number(double v) {
        return new BigDecimal(v, MathContext.DECIMAL64);
    }

    private static EvaluationValue value(Token token, double v, String what) throws EvaluationException {
        if (!Double.isFinite(v)) {
            throw new EvaluationException(token, what);
        }
        return EvaluationValue.numberValue(number(v));
    }

    /** A power; −2^2 is −4, and 2^3^2 is 2^9. */
    @InfixOperator(precedence = OperatorIfc.OPERATOR_PRECEDENCE_POWER, leftAssociative = false)
    private static final class Power extends AbstractOperator {
        @Override
        public int getPrecedence(ExpressionConfiguration configuration) {
            return configuration.getPowerOfPrecedence();
        }

        @Override
        public EvaluationValue evaluate(Expression e, Token token, EvaluationValue... of) throws EvaluationException {
            double base = of[0].getNumberValue().doubleValue();
            double power = of[1].getNumberValue().doubleValue();
            return value(token, Math.pow(base, power), say("core.formula.FormulaWords.a-power-that-is-no-number"));
        }
    }

    /** A division that says so where there is nothing to divide by. */
    @InfixOperator(precedence = OperatorIfc.OPERATOR_PRECEDENCE_MULTIPLICATIVE)
    private static final class Divide extends AbstractOperator {
        @Override
        public EvaluationValue evaluate(Expression e, Token token, EvaluationValue... of) throws EvaluationException {
            double by = of[1].getNumberValue().doubleValue();
            return value(
                    token,
                    of[0].getNumberValue().doubleValue() / by,
                    by == 0
                            ? say("core.formula.FormulaWords.division-by-zero")
                            : say("core.formula.FormulaWords.not-a-number"));
        }
    }

    /** A function of so many numbers, 0 for any. */
    @FunctionParameter(name = "values", isVarArg = true)
    private static final class Of extends AbstractFunction {
        private final int takes;
        private final ToDoubleFunction<double[]> function;

        Of(int takes, ToDoubleFunction<double[]> function) {
            this.takes = takes;
            this.function = function;
        }

        @Override
        public EvaluationValue evaluate(Expression e, Token token, EvaluationValue... of) throws EvaluationException {
            if (takes != 0 && of.length != takes) {
                throw new EvaluationException(
                        token,
                        say(
                                "core.formula.FormulaWords.takes-and-not",
                                (takes == 1
                                        ? say("core.formula.FormulaWords.1-number")
                                        : say("core.formula.FormulaWords.numbers", takes)),
                                of.length));
            }
            double[] v = Arrays.stream(of)
                    .mapToDouble(x -> x.getNumberValue().doubleValue())
                    .toArray();
            return value(token, function.applyAsDouble(v), say("core.formula.FormulaWords.not-a-number"));
        }
    }
}
