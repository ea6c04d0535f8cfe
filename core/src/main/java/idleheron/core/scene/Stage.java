package idleheron.core.scene;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.time.FrameRate;
import java.util.List;

/**
 * What a file declares about the space and time it is written in.
 *
 * @param metersPerUnit length of one stored unit in metres, positive
 * @param startSeconds first moment of the declared range
 * @param endSeconds last moment of the declared range
 * @param writer the program that the file says wrote it, or ""
 * @param properties what else the file declares: the axes and unit it was first written in, the snapping of frames
 */
public record Stage(
        AxisSystem axes,
        double metersPerUnit,
        FrameRate rate,
        double startSeconds,
        double endSeconds,
        String writer,
        List<FreeProperty> properties) {
    public static final Stage COMMON = new Stage(AxisSystem.COMMON, 1, FrameRate.FILM, 0, 0, "");

    public Stage {
        if (!(metersPerUnit > 0) || Double.isInfinite(metersPerUnit)) {
            throw new IllegalArgumentException(say("core.scene.Stage.metres-per-unit-is-expected-a", metersPerUnit));
        }
        properties = List.copyOf(properties);
    }

    public Stage(
            AxisSystem axes,
            double metersPerUnit,
            FrameRate rate,
            double startSeconds,
            double endSeconds,
            String writer) {
        this(axes, metersPerUnit, rate, startSeconds, endSeconds, writer, List.of());
    }

    public Stage withAxes(AxisSystem value) {
        return new Stage(value, metersPerUnit, rate, startSeconds, endSeconds, writer, properties);
    }

    /**
     * @throws IllegalArgumentException where it is no length above 0
     */
    public Stage withMetersPerUnit(double value) {
        return new Stage(axes, value, rate, startSeconds, endSeconds, writer, properties);
    }

    public Stage withRate(FrameRate value) {
        return new Stage(axes, metersPerUnit, value, startSeconds, endSeconds, writer, properties);
    }

    /** From and to, seconds. */
    public Stage withRange(double start, double end) {
        return new Stage(axes, metersPerUnit, rate, start, end, writer, properties);
    }

    public Stage withWriter(String value) {
        return new Stage(axes, metersPerUnit, rate, startSeconds, endSeconds, value, properties);
    }

    /** "1 cm", "1 m" or "0.0254 m". */
    public String unitLabel() {
        double m = metersPerUnit;
        if (Math.abs(m - 1) < 1e-9) {
            return "1 m";
        }
        if (Math.abs(m - 0.01) < 1e-11) {
            return "1 cm";
        }
        if (Math.abs(m - 0.001) < 1e-12) {
            return "1 mm";
        }
        return String.format(java.util.Locale.ROOT, "%.6g m", m)
                .replaceFirst("0+ m$", " m")
                .replace(". m", " m");
    }
}
