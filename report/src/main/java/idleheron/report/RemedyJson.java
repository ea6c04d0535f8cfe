package idleheron.report;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.catalogue.RemedyCatalogue;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A remedy as JSON with all that it was made with, so that what is read is equal to what was written. One that is made with
 * nothing is its name, another an object:
 *
 * <pre>
 * "bake-scale"
 * { "remedy": "move-scene", "degrees": [90, 0, 0], "factor": 1, "meters": [0, 0, 0] }
 * { "paused": "bake-scale" }
 * </pre>
 *
 * <p>The name is its code, the others are its parameters under their own names: a place or turn as three numbers, a
 * matrix as sixteen row by row, an axis as "-Z", a rate as "24000/1001".
 */
public final class RemedyJson {
    private static final String KIND = "remedy";
    private static final String PAUSED = "paused";

    private final RemedyCatalogue catalogue;

    /** @param catalogue all remedies that are known: records of parameters that JSON can tell */
    public RemedyJson(RemedyCatalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** "move-scene" for MoveScene. */
    private static String name(Class<?> c) {
        return c.getSimpleName()
                .replaceAll("(?<=[a-z0-9])(?=[A-Z])|(?<=.)(?=[A-Z][a-z])", "-")
                .toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException when it is not in the catalogue
     */
    public JsonNode write(Remedy remedy) {
        if (remedy instanceof Paused p) {
            return Json.NODES.objectNode().set(PAUSED, write(p.remedy()));
        }
        RemedyType type = catalogue.named(remedy.code());
        if (type == null || type.form() != remedy.getClass()) {
            throw new IllegalArgumentException(say("report.RemedyJson.no-form-is-known-for", remedy.code()));
        }
        if (remedy.getClass().getRecordComponents().length == 0) {
            return Json.NODES.textNode(remedy.code());
        }
        return record(KIND, remedy.code(), remedy);
    }

    /**
     * @throws IllegalArgumentException when one of them is not in the catalogue
     */
    public ArrayNode write(List<Remedy> remedies) {
        ArrayNode out = Json.NODES.arrayNode();
        remedies.forEach(r -> out.add(write(r)));
        return out;
    }

    private ObjectNode record(String key, String kind, Object of) {
        return parts(Json.NODES.objectNode().put(key, kind), of);
    }

    private ObjectNode parts(ObjectNode out, Object of) {
        for (RecordComponent c : of.getClass().getRecordComponents()) {
            try {
                out.set(c.getName(), told(c.getAccessor().invoke(of)));
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
        return out;
    }

    private JsonNode told(@Nullable Object v) {
        return switch (v) {
            case null -> Json.NODES.nullNode();
            case String s -> Json.NODES.textNode(s);
            case Boolean b -> Json.NODES.booleanNode(b);
            case Integer i -> Json.NODES.numberNode(i);
            case Double d -> Json.NODES.numberNode(d);
            case Vec3 p -> Json.numbers(p.x(), p.y(), p.z());
            case double[] d -> Json.numbers(d);
            case Matrix4dc m -> Json.matrix(m);
            case SignedAxis a -> Json.NODES.textNode(a.label());
            case AxisSystem a ->
                Json.NODES
                        .objectNode()
                        .put("up", a.up().label())
                        .put("front", a.front().label())
                        .put("right", a.right().label());
            case FrameRate r -> Json.NODES.textNode(r.numerator() + "/" + r.denominator());
            case ChangeCache.Kind k -> Json.NODES.textNode(k.code());
            case ValueType t -> Json.NODES.textNode(t.id());
            case IndexBox b -> Json.numbers(b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ());
            case Enum<?> e -> Json.NODES.textNode(e.name().toLowerCase(Locale.ROOT));
            case GridChange c -> record("change", name(c.getClass()), c);
            case Set<?> s -> list(new TreeSet<>(s));
            case List<?> l -> list(l);
            case Map<?, ?> m -> {
                ObjectNode o = Json.NODES.objectNode();
                m.forEach((k, x) -> o.set(String.valueOf(k), told(x)));
                yield o;
            }
            case Record r -> parts(Json.NODES.objectNode(), r);
            default -> throw new IllegalArgumentException(say("report.RemedyJson.no-form-is-known-for", v.getClass()));
        };
    }

    private ArrayNode list(Iterable<?> values) {
        ArrayNode out = Json.NODES.arrayNode();
        values.forEach(x -> out.add(told(x)));
        return out;
    }

    /**
     * @throws IllegalArgumentException when it is no remedy, or a parameter is missing or no such thing; the message is what was
     *     found in place of a remedy
     */
    public Remedy read(JsonNode node) {
        if (node.size() == 1 && node.has(PAUSED)) {
            return new Paused(read(node.path(PAUSED)));
        }
        String code = node.isTextual() ? node.asText() : node.path(KIND).asText();
        Class<? extends Remedy> form = form(code);
        if (form == null || node.isTextual() && form.getRecordComponents().length > 0) {
            throw new IllegalArgumentException(say("report.RemedyJson.which-is-none-that-is-known", node));
        }
        Remedy made = form.cast(made(form, code, KIND, node));
        if (catalogue.named(code) != null && !made.code().equals(code)) {
            throw new IllegalArgumentException(
                    say("report.RemedyJson.with-parameters-that-make-it", code, made.code()));
        }
        return made;
    }

    /**
     * @throws IllegalArgumentException as {@link #read(JsonNode)}, at the first that is no remedy
     */
    public List<Remedy> readAll(JsonNode list) {
        List<Remedy> out = new ArrayList<>();
        list.forEach(n -> out.add(read(n)));
        return out;
    }

    /** By its code; files of before are read, which name the record. */
    private @Nullable Class<? extends Remedy> form(String code) {
        RemedyType type = catalogue.named(code);
        return type != null
                ? type.form()
                : catalogue.types().stream()
                        .map(RemedyType::form)
                        .filter(c -> name(c).equals(code))
                        .findFirst()
                        .orElse(null);
    }

    private Object made(Class<?> c, String kind, String key, JsonNode node) {
        RecordComponent[] parts = c.getRecordComponents();
        Set<String> left = new LinkedHashSet<>();
        node.fieldNames().forEachRemaining(left::add);
        left.remove(key);
        @Nullable Object[] values = new Object[parts.length];
        Class<?>[] types = new Class<?>[parts.length];
        for (int i = 0; i < parts.length; i++) {
            JsonNode v = node.path(parts[i].getName());
            types[i] = parts[i].getType();
            try {
                boolean none = v.isNull() && parts[i].getAnnotatedType().isAnnotationPresent(Nullable.class);
                values[i] = none ? null : meant(parts[i].getGenericType(), v);
            } catch (ClassCastException | IllegalArgumentException e) {
                throw new IllegalArgumentException(
                        say(
                                "report.RemedyJson.cannot-be",
                                kind,
                                parts[i].getName(),
                                (v.isMissingNode() ? say("report.RemedyJson.left-out") : v)),
                        e);
            }
            left.remove(parts[i].getName());
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException(say("report.RemedyJson.has-no", kind, String.join(", ", left)));
        }
        try {
            return c.getDeclaredConstructor(types).newInstance(values);
        } catch (InvocationTargetException e) {
            throw new IllegalArgumentException(
                    kind + ": " + e.getTargetException().getMessage(), e.getTargetException());
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    private Object meant(Type type, JsonNode v) {
        if (type instanceof ParameterizedType p) {
            return several(p, v);
        }
        Class<?> c = (Class<?>) type;
        if (c == String.class) {
            return text(v);
        } else if (c == boolean.class && v.isBoolean()) {
            return v.asBoolean();
        } else if (c == int.class) {
            return whole(v);
        } else if (c == double.class || c == Double.class) {
            return number(v);
        } else if (c == Vec3.class) {
            double[] d = numbers(v, 3);
            return new Vec3(d[0], d[1], d[2]);
        } else if (c == double[].class) {
            return numbers(v, 16);
        } else if (c == Matrix4dc.class) {
            return matrix(numbers(v, 16));
        } else if (c == SignedAxis.class) {
            return axis(v);
        } else if (c == AxisSystem.class) {
            return new AxisSystem(axis(v.path("up")), axis(v.path("front")), axis(v.path("right")));
        } else if (c == FrameRate.class) {
            String[] two = text(v).split("/", 2);
            return new FrameRate(Long.parseLong(two[0]), two.length < 2 ? 1 : Long.parseLong(two[1]));
        } else if (c == ChangeCache.Kind.class) {
            return ChangeCache.Kind.named(text(v));
        } else if (c == ValueType.class) {
            return one(ValueType.values(), t -> t.id().equals(text(v)));
        } else if (c.isEnum()) {
            return one(c.getEnumConstants(), e -> ((Enum<?>) e).name().equalsIgnoreCase(text(v)));
        } else if (c == IndexBox.class) {
            int[] n = java.util.stream.DoubleStream.of(numbers(v, 6))
                    .mapToInt(RemedyJson::whole)
                    .toArray();
            return new IndexBox(n[0], n[1], n[2], n[3], n[4], n[5]);
        } else if (c == GridChange.class) {
            Class<?> change =
                    one(GridChange.class.getPermittedSubclasses(), k -> name(k).equals(text(v.path("change"))));
            return made(change, name(change), "change", v);
        } else if (c.isRecord()) {
            return made(c, name(c), "", v);
        }
        throw new IllegalArgumentException(say("report.RemedyJson.no-form-is-known-for", type));
    }

    /** For a person: "a number", "three numbers", "a list of texts". */
    static String label(Type type) {
        if (type instanceof ParameterizedType p) {
            Type[] of = p.getActualTypeArguments();
            return p.getRawType() == Map.class
                    ? say("report.RemedyJson.by-name", label(of[1]))
                    : say("report.RemedyJson.a-list-each", label(of[0]));
        }
        @Nullable
        String known = Map.<Type, String>ofEntries(
                        Map.entry(String.class, say("report.RemedyJson.a-text")),
                        Map.entry(boolean.class, say("report.RemedyJson.true-or-false")),
                        Map.entry(int.class, say("report.RemedyJson.a-whole-number")),
                        Map.entry(double.class, say("report.RemedyJson.a-number")),
                        Map.entry(Double.class, say("report.RemedyJson.a-number")),
                        Map.entry(Vec3.class, say("report.RemedyJson.three-numbers")),
                        Map.entry(double[].class, say("report.RemedyJson.sixteen-numbers")),
                        Map.entry(Matrix4dc.class, say("report.RemedyJson.sixteen-numbers")),
                        Map.entry(AxisSystem.class, say("report.RemedyJson.axes-up-front-right")),
                        Map.entry(SignedAxis.class, say("report.RemedyJson.an-axis")),
                        Map.entry(FrameRate.class, say("report.RemedyJson.a-rate")),
                        Map.entry(ChangeCache.Kind.class, say("report.RemedyJson.a-code")),
                        Map.entry(GridChange.class, say("report.RemedyJson.a-change-of-grids")))
                .get(type);
        if (known == null && type instanceof Class<?> c && c.isEnum()) {
            return say(
                    "report.RemedyJson.one-of",
                    Arrays.stream(c.getEnumConstants())
                            .map(x -> ((Enum<?>) x).name().toLowerCase(Locale.ROOT))
                            .collect(Collectors.joining(", ")));
        }
        if (known == null && type instanceof Class<?> c && c.isRecord()) {
            return say(
                    "report.RemedyJson.an-object-of",
                    Arrays.stream(c.getRecordComponents())
                            .map(x -> x.getName() + " (" + label(x.getGenericType()) + ")")
                            .collect(Collectors.joining(", ")));
        }
        return known == null ? type.getTypeName() : known;
    }

    private Object several(ParameterizedType p, JsonNode v) {
        Type[] of = p.getActualTypeArguments();
        if (p.getRawType() == Map.class && v.isObject()) {
            Map<String, Object> out = new LinkedHashMap<>();
            v.properties().forEach(e -> out.put(e.getKey(), meant(of[1], e.getValue())));
            return out;
        }
        if (p.getRawType() == Map.class || !v.isArray()) {
            throw new IllegalArgumentException(say("report.RemedyJson.expected-several-found", v));
        }
        List<Object> out = new ArrayList<>();
        v.forEach(x -> out.add(meant(of[0], x)));
        return p.getRawType() == Set.class ? new LinkedHashSet<>(out) : out;
    }

    private static String text(JsonNode v) {
        if (!v.isTextual()) {
            throw new IllegalArgumentException(say("report.RemedyJson.expected-a-text-found", v));
        }
        return v.asText();
    }

    private static double number(JsonNode v) {
        if (!v.isNumber() || !Double.isFinite(v.asDouble())) {
            throw new IllegalArgumentException(say("report.RemedyJson.expected-a-finite-number-found", v));
        }
        return v.asDouble();
    }

    private static int whole(JsonNode v) {
        return whole(number(v));
    }

    private static int whole(double v) {
        if (v != (int) v) {
            throw new IllegalArgumentException(say("report.RemedyJson.expected-a-whole-number-found", v));
        }
        return (int) v;
    }

    private static double[] numbers(JsonNode v, int count) {
        if (!v.isArray() || v.size() != count) {
            throw new IllegalArgumentException(say("report.RemedyJson.expected-numbers-found", count, v));
        }
        double[] out = new double[count];
        for (int i = 0; i < count; i++) {
            out[i] = number(v.get(i));
        }
        return out;
    }

    private static Matrix4d matrix(double[] rows) {
        return new Matrix4d().set(rows).transpose();
    }

    private static SignedAxis axis(JsonNode v) {
        SignedAxis a = SignedAxis.named(text(v));
        if (a == null) {
            throw new IllegalArgumentException(say("report.RemedyJson.none-of", Arrays.toString(SignedAxis.values())));
        }
        return a;
    }

    private static <T> T one(T[] all, java.util.function.Predicate<T> is) {
        return Arrays.stream(all)
                .filter(is)
                .findFirst()
                .orElseThrow(
                        () -> new IllegalArgumentException(say("report.RemedyJson.none-of", Arrays.toString(all))));
    }
}
