package idleheron.report;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.CloseLoops;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCompany;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.IndexBox;
import idleheron.core.volume.ValueType;
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
import java.util.TreeMap;
import java.util.TreeSet;
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
 * <p>The name is that of the kind, the others are its parameters under their own names: a place or turn as three numbers, a
 * matrix as sixteen row by row, an axis as "-Z", a rate as "24000/1001".
 */
public final class RemedyJson {
    private static final List<Class<? extends Remedy>> CORE = List.of(
            AimJoints.class,
            BakeClips.class,
            BakeScale.class,
            BakeTurn.class,
            ChangeCache.class,
            ChangeGrids.class,
            CloseLoops.class,
            ConvertStage.class,
            CorrectStage.class,
            CutClips.class,
            DropCompany.class,
            DropJoints.class,
            FlattenLayers.class,
            HandWeights.class,
            JoinClips.class,
            KeepInfluencing.class,
            MergeMeshes.class,
            MovePoints.class,
            MoveScene.class,
            PlainTransforms.class,
            Redeclare.class,
            RenameNodes.class,
            RenumberFrames.class,
            ResampleClips.class,
            RestAtFrame.class,
            RestToBind.class,
            RetimeClips.class,
            RootToOrigin.class,
            ScaleMotion.class,
            ShiftClips.class,
            SingleRoot.class,
            SplitClip.class,
            SplitMeshes.class,
            StripMaterials.class,
            TuneWeights.class,
            TurnJoints.class,
            TurnSomeJoints.class);

    private static final String KIND = "remedy";
    private static final String PAUSED = "paused";

    private final Map<String, Class<? extends Remedy>> kinds = new TreeMap<>();

    /** @param more kinds of remedies beside those of the core: records of the parameters that JSON can tell */
    public RemedyJson(List<Class<? extends Remedy>> more) {
        CORE.forEach(c -> kinds.put(name(c), c));
        more.forEach(c -> kinds.put(name(c), c));
    }

    /** Names of all kinds, in their order. */
    public Set<String> kinds() {
        return java.util.Collections.unmodifiableSet(kinds.keySet());
    }

    /** "move-scene" for MoveScene. */
    private static String name(Class<?> c) {
        return c.getSimpleName()
                .replaceAll("(?<=[a-z0-9])(?=[A-Z])|(?<=.)(?=[A-Z][a-z])", "-")
                .toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException when its kind is not among those that are known
     */
    public JsonNode write(Remedy remedy) {
        if (remedy instanceof Paused p) {
            return Json.NODES.objectNode().set(PAUSED, write(p.remedy()));
        }
        String kind = name(remedy.getClass());
        if (kinds.get(kind) != remedy.getClass()) {
            throw new IllegalArgumentException("no form is known for " + kind);
        }
        if (remedy.getClass().getRecordComponents().length == 0) {
            return Json.NODES.textNode(kind);
        }
        return record(KIND, kind, remedy);
    }

    private ObjectNode record(String key, String kind, Object of) {
        ObjectNode out = Json.NODES.objectNode().put(key, kind);
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
            case GridChange c -> record("change", name(c.getClass()), c);
            case Set<?> s -> list(new TreeSet<>(s));
            case List<?> l -> list(l);
            case Map<?, ?> m -> {
                ObjectNode o = Json.NODES.objectNode();
                m.forEach((k, x) -> o.set(String.valueOf(k), told(x)));
                yield o;
            }
            default -> throw new IllegalArgumentException("no form is known for " + v.getClass());
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
        String kind = node.isTextual() ? node.asText() : node.path(KIND).asText();
        Class<? extends Remedy> c = kinds.get(kind);
        if (c == null || node.isTextual() && c.getRecordComponents().length > 0) {
            throw new IllegalArgumentException(node + ", which is none that is known");
        }
        return c.cast(made(c, kind, KIND, node));
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
                        kind + ": " + parts[i].getName() + " cannot be " + (v.isMissingNode() ? "left out" : v), e);
            }
            left.remove(parts[i].getName());
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException(kind + " has no " + String.join(", ", left));
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
            return ChangeCache.of(text(v), "").kind();
        } else if (c == ValueType.class) {
            return one(ValueType.values(), t -> t.id().equals(text(v)));
        } else if (c == IndexBox.class) {
            int[] n = java.util.stream.DoubleStream.of(numbers(v, 6))
                    .mapToInt(RemedyJson::whole)
                    .toArray();
            return new IndexBox(n[0], n[1], n[2], n[3], n[4], n[5]);
        } else if (c == GridChange.class) {
            Class<?> change =
                    one(GridChange.class.getPermittedSubclasses(), k -> name(k).equals(text(v.path("change"))));
            return made(change, name(change), "change", v);
        }
        throw new IllegalArgumentException("no form is known for " + type);
    }

    private Object several(ParameterizedType p, JsonNode v) {
        Type[] of = p.getActualTypeArguments();
        if (p.getRawType() == Map.class && v.isObject()) {
            Map<String, Object> out = new LinkedHashMap<>();
            v.properties().forEach(e -> out.put(e.getKey(), meant(of[1], e.getValue())));
            return out;
        }
        if (p.getRawType() == Map.class || !v.isArray()) {
            throw new IllegalArgumentException("expected several, found " + v);
        }
        List<Object> out = new ArrayList<>();
        v.forEach(x -> out.add(meant(of[0], x)));
        return p.getRawType() == Set.class ? new LinkedHashSet<>(out) : out;
    }

    private static String text(JsonNode v) {
        if (!v.isTextual()) {
            throw new IllegalArgumentException("expected a text, found " + v);
        }
        return v.asText();
    }

    private static double number(JsonNode v) {
        if (!v.isNumber()) {
            throw new IllegalArgumentException("expected a number, found " + v);
        }
        return v.asDouble();
    }

    private static int whole(JsonNode v) {
        return whole(number(v));
    }

    private static int whole(double v) {
        if (v != (int) v) {
            throw new IllegalArgumentException("expected a whole number, found " + v);
        }
        return (int) v;
    }

    private static double[] numbers(JsonNode v, int count) {
        if (!v.isArray() || v.size() != count) {
            throw new IllegalArgumentException("expected " + count + " numbers, found " + v);
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
        return one(SignedAxis.values(), a -> a.label().equals(text(v)));
    }

    private static <T> T one(T[] all, java.util.function.Predicate<T> is) {
        return Arrays.stream(all)
                .filter(is)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("none of " + Arrays.toString(all)));
    }
}
