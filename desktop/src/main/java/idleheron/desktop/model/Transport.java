package idleheron.desktop.model;

import idleheron.core.scene.motion.Clip;
import java.util.List;
import javafx.animation.AnimationTimer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;

/** Which clip is shown at which moment, and whether it runs. */
public final class Transport {
    private final ObjectProperty<List<Clip>> clips = new SimpleObjectProperty<>(List.of());
    private final ObjectProperty<@Nullable Clip> clip = new SimpleObjectProperty<>();
    private final DoubleProperty seconds = new SimpleDoubleProperty();
    private final BooleanProperty playing = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty(true);
    private final ObjectProperty<@Nullable Range> range = new SimpleObjectProperty<>();
    private long last;

    /**
     * A part of a clip that is played again and again.
     *
     * @param from seconds
     * @param to seconds, after that
     */
    public record Range(double from, double to) {}

    private final AnimationTimer timer = new AnimationTimer() {
        @Override
        public void handle(long now) {
            Clip c = clip.get();
            if (c == null || c.length() <= 0) {
                playing.set(false);
                return;
            }
            if (last != 0) {
                advance(c, (now - last) / 1e9);
            }
            last = now;
        }
    };

    public Transport() {
        playing.addListener((o, was, is) -> {
            last = 0;
            if (is) {
                timer.start();
            } else {
                timer.stop();
            }
        });
        clip.addListener((o, was, is) -> {
            range.set(null);
            if (is != null) {
                seconds.set(is.startSeconds());
            }
        });
    }

    private void advance(Clip c, double by) {
        Range part = range.get();
        double from = part == null ? c.startSeconds() : part.from;
        double to = part == null ? c.endSeconds() : part.to;
        double t = seconds.get() + by;
        if (t > to) {
            if (part == null && !looping.get()) {
                seconds.set(to);
                playing.set(false);
                return;
            }
            t = from + (t - from) % (to - from);
        }
        seconds.set(Math.max(from, t));
    }

    /**
     * Plays a part of the clip again and again, cut to what the clip has; a part shorter than a frame is none.
     *
     * @param from seconds
     * @param to seconds
     */
    public void loop(double from, double to) {
        Clip c = clip.get();
        if (c != null) {
            double a = Math.max(c.startSeconds(), Math.min(from, to));
            double b = Math.min(c.endSeconds(), Math.max(from, to));
            range.set(b - a < c.rate().seconds(1) - 1e-9 ? null : new Range(a, b));
        }
    }

    /** The part to be played begins here; it ends where it did, else with the clip. */
    public void loopFromHere() {
        Clip c = clip.get();
        Range r = range.get();
        if (c != null) {
            double now = seconds.get();
            loop(now, r != null && r.to > now ? r.to : c.endSeconds());
        }
    }

    /** The part to be played ends here; it begins where it did, else with the clip. */
    public void loopToHere() {
        Clip c = clip.get();
        Range r = range.get();
        if (c != null) {
            double now = seconds.get();
            loop(r != null && r.from < now ? r.from : c.startSeconds(), now);
        }
    }

    /** Other clips; the one of the same name stays chosen. */
    public void offer(List<Clip> all) {
        Clip now = clip.get();
        clips.set(List.copyOf(all));
        if (now != null && all.contains(now)) {
            return;
        }
        Clip next = all.isEmpty() ? null : all.getFirst();
        for (Clip c : all) {
            if (now != null && c.name().equals(now.name())) {
                next = c;
            }
        }
        double keep = seconds.get();
        boolean same = now != null && next != null && next.name().equals(now.name());
        clip.set(next);
        if (same && next != null) {
            seconds.set(Math.clamp(keep, next.startSeconds(), Math.max(next.startSeconds(), next.endSeconds())));
        }
    }

    /** To the next whole frame, or back. */
    public void step(int frames) {
        Clip c = clip.get();
        if (c != null) {
            playing.set(false);
            double f = Math.rint(c.rate().frame(seconds.get())) + frames;
            seconds.set(Math.clamp(c.rate().seconds(f), c.startSeconds(), Math.max(c.startSeconds(), c.endSeconds())));
        }
    }

    public void toggle() {
        playing.set(clip.get() != null && !playing.get());
    }

    public ObjectProperty<List<Clip>> clips() {
        return clips;
    }

    public ObjectProperty<@Nullable Clip> clip() {
        return clip;
    }

    /** Where the clip stands. */
    public DoubleProperty seconds() {
        return seconds;
    }

    public BooleanProperty playing() {
        return playing;
    }

    /** The part that is played again and again; null for all of the clip. */
    public ObjectProperty<@Nullable Range> range() {
        return range;
    }

    public BooleanProperty looping() {
        return looping;
    }
}
