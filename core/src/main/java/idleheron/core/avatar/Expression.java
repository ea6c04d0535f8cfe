package idleheron.core.avatar;

import java.util.List;
import java.util.Set;

/**
 * A face or a mood: which blend shapes, colours and pictures it moves when it is on.
 *
 * @param preset whether its name is one of the standard's
 * @param binary whether it is on or off and nothing between
 * @param overrides what it does to blinking, gaze and mouth, in this order: none, block or blend
 */
public record Expression(
        String name,
        boolean preset,
        boolean binary,
        List<String> overrides,
        List<Shape> shapes,
        List<Color> colors,
        List<Picture> pictures) {
    /** The names of the standard. */
    public static final Set<String> PRESETS = Set.of(
            "happy",
            "angry",
            "sad",
            "relaxed",
            "surprised",
            "aa",
            "ih",
            "ou",
            "ee",
            "oh",
            "blink",
            "blinkLeft",
            "blinkRight",
            "lookUp",
            "lookDown",
            "lookLeft",
            "lookRight",
            "neutral");

    public static final List<String> NO_OVERRIDES = List.of("none", "none", "none");

    public Expression {
        overrides = List.copyOf(overrides);
        shapes = List.copyOf(shapes);
        colors = List.copyOf(colors);
        pictures = List.copyOf(pictures);
    }

    /**
     * A blend shape that it moves.
     *
     * @param node that shows the mesh
     * @param weight 0 to 1
     */
    public record Shape(int node, String shape, double weight) {}

    /**
     * A colour that it changes.
     *
     * @param material by name
     * @param type which of its colours: "color", "shadeColor"
     * @param value red, green, blue, alpha
     */
    public record Color(String material, String type, List<Double> value) {
        public Color {
            value = List.copyOf(value);
        }
    }

    /**
     * A picture that it moves.
     *
     * @param scale of coordinates, u and v
     * @param offset of coordinates, u and v
     */
    public record Picture(String material, List<Double> scale, List<Double> offset) {
        public Picture {
            scale = List.copyOf(scale);
            offset = List.copyOf(offset);
        }
    }

    /** Whether it moves nothing. */
    public boolean isEmpty() {
        return shapes.isEmpty() && colors.isEmpty() && pictures.isEmpty();
    }

    Expression renumbered(int[] to) {
        return new Expression(
                name,
                preset,
                binary,
                overrides,
                shapes.stream()
                        .filter(s -> to[s.node] >= 0)
                        .map(s -> new Shape(to[s.node], s.shape, s.weight))
                        .toList(),
                colors,
                pictures);
    }
}
