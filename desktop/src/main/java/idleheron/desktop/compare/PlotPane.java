package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.pair.Series;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Transport;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette.Tone;
import java.util.function.BiConsumer;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;

/**
 * A figure over the frames of a clip. A click goes to that frame and to the joint that is worst there; what is drawn over from
 * one frame to another is played again and again, a double click ends that.
 */
final class PlotPane extends Pane {
    private static final double LEFT = 58;
    private static final double RIGHT = 14;
    private static final double TOP = 15;
    /** From this height on there is room for a line in the middle. */
    private static final double ROOMY = 64;

    /** Points that the pointer goes before it draws over a part. */
    private static final double PART = 5;

    private static final double BOTTOM = 6;

    private final Canvas canvas = new Canvas();
    private final Bench bench;
    private @Nullable Series series;
    private BiConsumer<Double, Integer> chosen = (t, n) -> {};
    private double pressed;
    private boolean parting;

    PlotPane(Bench bench) {
        this.bench = bench;
        setMinHeight(36);
        setPrefHeight(44);
        setAccessibleText(say("desktop.compare.PlotPane.plot-of-the-error-by-frame"));
        getChildren().add(canvas);
        canvas.widthProperty().bind(widthProperty());
        canvas.heightProperty().bind(heightProperty());
        canvas.widthProperty().addListener((o, was, is) -> draw());
        canvas.heightProperty().addListener((o, was, is) -> draw());
        bench.transport().seconds().addListener((o, was, is) -> draw());
        bench.dusk().addListener((o, was, is) -> draw());
        bench.transport().range().addListener((o, was, is) -> draw());
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            pressed = e.getX();
            parting = false;
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::part);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
    }

    void onChosen(BiConsumer<Double, Integer> value) {
        chosen = value;
    }

    void show(@Nullable Series value) {
        series = value;
        draw();
    }

    /** The number of the sample at a place. */
    private int sample(Series s, double x) {
        double u = (x - LEFT) / Math.max(1, getWidth() - LEFT - RIGHT);
        return (int) Math.clamp(Math.rint(u * (s.seconds().length - 1)), 0, s.seconds().length - 1);
    }

    private void part(MouseEvent e) {
        Series s = series;
        parting |= Math.abs(e.getX() - pressed) > PART;
        if (s != null && s.seconds().length > 0 && parting) {
            bench.transport().loop(s.seconds()[sample(s, pressed)], s.seconds()[sample(s, e.getX())]);
        }
    }

    private void released(MouseEvent e) {
        Transport.Range r = bench.transport().range().get();
        if (!parting) {
            pick(e);
        } else if (r != null) {
            bench.transport().seconds().set(r.from());
            bench.transport().playing().set(true);
        }
        if (e.getClickCount() == 2) {
            bench.transport().range().set(null);
        }
    }

    private void pick(MouseEvent e) {
        Series s = series;
        if (s == null || s.seconds().length == 0) {
            return;
        }
        int i = sample(s, e.getX());
        // A click near a peak means the peak.
        int reach = Math.max(1, s.seconds().length / 60);
        int best = i;
        for (int k = Math.max(0, i - reach); k <= Math.min(s.seconds().length - 1, i + reach); k++) {
            best = s.worst()[k] > s.worst()[best] ? k : best;
        }
        chosen.accept(s.seconds()[best], s.worstNode()[best]);
    }

    private Color tone(Tone tone) {
        return Ui.color(tone, bench.dusk().get());
    }

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        Series s = series;
        if (s == null || s.seconds().length == 0) {
            return;
        }
        g.setTextBaseline(VPos.CENTER);
        range(g, s);
        g.setTextAlign(TextAlignment.RIGHT);
        double top = s.tolerance() * 1.3;
        for (double v : s.worst()) {
            top = Math.max(top, v * 1.08);
        }
        g.setFont(Font.font("B612", 11));
        int lines = getHeight() < ROOMY ? 1 : 2;
        for (int i = 0; i <= lines; i++) {
            double y = y(top * i / lines, top);
            g.setStroke(tone(Tone.HAIR));
            g.setLineWidth(1);
            g.strokeLine(LEFT, y, getWidth() - RIGHT, y);
            g.setFill(tone(Tone.THIRD));
            g.fillText(tick(top * i / lines, top), LEFT - 8, y);
        }
        g.setStroke(tone(Tone.AMBER));
        g.setLineDashes(5, 4);
        g.strokeLine(LEFT, y(s.tolerance(), top), getWidth() - RIGHT, y(s.tolerance(), top));
        g.setLineDashes();
        line(g, s.seconds(), s.mean(), top, tone(Tone.THIRD));
        line(g, s.seconds(), s.worst(), top, tone(Tone.BROKEN));
        cursor(g, s, top);
    }

    /** The part that is played again and again. */
    private void range(GraphicsContext g, Series s) {
        Transport.Range r = bench.transport().range().get();
        if (r != null && s.seconds().length > 1) {
            double first = s.seconds()[0];
            double last = s.seconds()[s.seconds().length - 1];
            double from = x(Math.clamp(r.from(), first, last), s.seconds());
            double to = x(Math.clamp(r.to(), first, last), s.seconds());
            g.setFill(tone(Tone.AMBER));
            g.setGlobalAlpha(0.22);
            g.fillRect(from, TOP - 6, to - from, getHeight() - BOTTOM - TOP + 6);
            g.setGlobalAlpha(1);
        }
    }

    private static String tick(double v, double top) {
        int places = top >= 20 ? 0 : top >= 2 ? 1 : top >= 0.2 ? 2 : top >= 0.02 ? 3 : 5;
        return String.format(java.util.Locale.ROOT, "%." + places + "f", v);
    }

    private double x(double t, double[] times) {
        double span = times[times.length - 1] - times[0];
        return LEFT + (span <= 0 ? 0 : (t - times[0]) / span) * (getWidth() - LEFT - RIGHT);
    }

    private double y(double v, double top) {
        return getHeight() - BOTTOM - v / top * (getHeight() - TOP - BOTTOM);
    }

    private void line(GraphicsContext g, double[] t, double[] v, double top, Color color) {
        g.setStroke(color);
        g.setLineWidth(1.6);
        g.beginPath();
        for (int i = 0; i < t.length; i++) {
            if (i == 0) {
                g.moveTo(x(t[i], t), y(v[i], top));
            } else {
                g.lineTo(x(t[i], t), y(v[i], top));
            }
        }
        g.stroke();
    }

    private void cursor(GraphicsContext g, Series s, double top) {
        double now = bench.transport().seconds().get();
        if (now < s.seconds()[0] - 1e-9 || now > s.seconds()[s.seconds().length - 1] + 1e-9) {
            return;
        }
        int i = 0;
        for (int k = 0; k < s.seconds().length; k++) {
            i = Math.abs(s.seconds()[k] - now) < Math.abs(s.seconds()[i] - now) ? k : i;
        }
        double x = x(now, s.seconds());
        g.setStroke(tone(Tone.AMBER));
        g.setLineWidth(1.6);
        g.strokeLine(x, 2, x, getHeight() - BOTTOM);
        g.setFill(tone(Tone.INK));
        boolean right = x < getWidth() - 150;
        g.setTextAlign(right ? TextAlignment.LEFT : TextAlignment.RIGHT);
        g.fillText(Figure.number(s.worst()[i]) + " " + s.unit(), x + (right ? 6 : -6), TOP - 8);
        g.setFill(tone(Tone.BROKEN));
        g.fillOval(x - 3, y(s.worst()[i], top) - 3, 6, 6);
    }
}
