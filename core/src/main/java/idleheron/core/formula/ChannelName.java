package idleheron.core.formula;

import idleheron.core.scene.motion.Channel;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A channel of a joint as a person writes it: "float.move.y".
 *
 * @param joint its name, or its path from the top
 */
public record ChannelName(String joint, Channel channel) {
    /** The words for what a joint does, by the first of its three channels. */
    public static final Map<String, Channel> DOES =
            Map.of("move", Channel.TRANSLATE_X, "turn", Channel.ROTATE_X, "scale", Channel.SCALE_X);

    private static final List<String> AXES = List.of("x", "y", "z");

    /** The channel of a word and an axis, or null. */
    public static @Nullable Channel channel(String does, String axis) {
        Channel first = DOES.get(does);
        int a = AXES.indexOf(axis);
        return first == null || a < 0 ? null : Channel.values()[first.ordinal() + a];
    }

    /** Reads "joint.move.y", where the joint may hold dots itself; null for what is none. */
    public static @Nullable ChannelName of(String text) {
        int axis = text.lastIndexOf('.');
        int does = axis < 0 ? -1 : text.lastIndexOf('.', axis - 1);
        if (does <= 0) {
            return null;
        }
        Channel c = channel(text.substring(does + 1, axis), text.substring(axis + 1));
        return c == null ? null : new ChannelName(text.substring(0, does).strip(), c);
    }

    /** "m", "°" or "". */
    public String unit() {
        return channel.isTranslation() ? "m" : channel.isRotation() ? "°" : "";
    }

    @Override
    public String toString() {
        String does = channel.isTranslation() ? "move" : channel.isRotation() ? "turn" : "scale";
        return joint + "." + does + "." + AXES.get(channel.axis());
    }
}
