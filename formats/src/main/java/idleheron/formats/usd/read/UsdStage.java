package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The metadata of a layer that declare space and time.
 *
 * <pre>
 * upAxis               "Y" or "Z"; without it Y
 * metersPerUnit        without it 0.01
 * timeCodesPerSecond   without it framesPerSecond, without that 24
 * startTimeCode, endTimeCode
 * </pre>
 *
 * A stage is right-handed; what faces the viewer is not declared: +Z with Y up, -Y with Z up.
 */
public final class UsdStage {
    private static final double USUAL_UNIT = 0.01;

    private UsdStage() {}

    static Stage read(Layer layer, List<String> notes) {
        double unit = layer.number(Field.METERS_PER_UNIT);
        if (!(unit > 0) || Double.isInfinite(unit)) {
            notes.add(say("formats.usd.read.UsdStage.no-unit-is-declared-the-standard"));
            unit = USUAL_UNIT;
        }
        String up = layer.root().text(Field.UP_AXIS);
        if (up.isEmpty()) {
            notes.add(say("formats.usd.read.UsdStage.no-up-axis-is-declared-the"));
        }
        double tcps = layer.timeCodesPerSecond();
        FrameRate rate = tcps < 1e6 ? FrameRate.nearest(tcps) : FrameRate.FILM;
        double start = layer.number(Field.START);
        double end = layer.number(Field.END);
        double first = Double.isNaN(start) ? 0 : UsdTransforms.seconds(start, tcps);
        double last = Double.isNaN(end) ? first : UsdTransforms.seconds(end, tcps);
        return new Stage(
                up.equalsIgnoreCase("Z") ? AxisSystem.Z_UP : AxisSystem.COMMON, unit, rate, first, last, writer(layer));
    }

    private static String writer(Layer layer) {
        if (layer.root().get(Field.CUSTOM_LAYER_DATA) instanceof Value.Dictionary d) {
            for (String key : new String[] {"creator", "generator", "writer"}) {
                if (d.entries().get(key) instanceof TextValue w) {
                    return w.first();
                }
            }
        }
        return "";
    }

    /** Whether a stage can be declared as it is. */
    public static boolean holds(AxisSystem axes) {
        return axes.equals(AxisSystem.COMMON) || axes.equals(AxisSystem.Z_UP);
    }

    /** Axes, unit, rate and range as the fields of a layer. */
    public static void write(Stage stage, String defaultPrim, Map<String, Value> own, Layer layer) {
        double rate = stage.rate().perSecond();
        Map<String, Value> data = new LinkedHashMap<>();
        data.put("creator", TextValue.string("Idle Heron"));
        if (!own.isEmpty()) {
            data.put(UsdRead.OWN, new Value.Dictionary(own));
        }
        layer.root()
                .with(Field.CUSTOM_LAYER_DATA, new Value.Dictionary(data))
                .with(Field.DEFAULT_PRIM, defaultPrim.isEmpty() ? null : TextValue.token(defaultPrim))
                .with(Field.METERS_PER_UNIT, real(stage.metersPerUnit()))
                .with(Field.UP_AXIS, TextValue.token(stage.axes().equals(AxisSystem.Z_UP) ? "Z" : "Y"))
                .with(Field.TIME_CODES_PER_SECOND, real(rate))
                .with(Field.FRAMES_PER_SECOND, real(rate))
                .with(Field.START, real(stage.rate().frame(stage.startSeconds())))
                .with(Field.END, real(stage.rate().frame(stage.endSeconds())));
    }

    private static Numbers real(double v) {
        return Numbers.one(ValueKind.DOUBLE, v);
    }
}
