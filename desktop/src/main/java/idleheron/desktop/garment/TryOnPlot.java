package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.app.TryOnJob;
import idleheron.core.Figure;
import idleheron.core.garment.tryon.TryOnFrame;
import idleheron.core.time.FrameRate;
import idleheron.desktop.model.Transport;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette.Tone;
import java.util.List;
import java.util.function.ToDoubleFunction;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/** One figure of every garment that was tried on over the frames, a line each; a click goes to a frame. */
final class TryOnPlot extends Pane {
    private static final double LEFT = 52;
    private static final double RIGHT = 12;
    private static final double TOP = 24;
    private static final double BOTTOM = 8;
    private static final List<Tone> TONES = List.of(Tone.SENT, Tone.RETURNED, Tone.CLAY, Tone.AMBER);

    private final Canvas canvas = new Canvas();
    private final Transport transport;
    private final boolean dusk;
    private final String title;
    private final String unit;
    private final ToDoubleFunction<TryOnFrame> figure;

    /** Where the figure begins: what is best. */
    private final double base;

    private List<TryOnJob.Tried> tried = List.of();
    private FrameRate rate = FrameRate.FILM;

    TryOnPlot(
            Transport transport,
            boolean dusk,
            String title,
            String unit,
            double base,
            ToDoubleFunction<TryOnFrame> figure) {
        this.base = base;
        this.transport = transport;
        this.dusk = dusk;
        this.title = title;
        this.unit = unit;
        this.figure = figure;
        getStyleClass().add("card");
        setMinHeight(92);
        setPrefHeight(92);
        setAccessibleText(say("desktop.garment.TryOnPlot.plot-of-by-frame-a-click", title));
        getChildren().add(canvas);
        canvas.widthProperty().bind(widthProperty());
        canvas.heightProperty().bind(heightProperty());
        widthProperty().addListener((o, was, is) -> draw());
        heightProperty().addListener((o, was, is) -> draw());
        transport.seconds().addListener((o, was, is) -> draw());
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pick);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::pick);
    }

    void show(List<TryOnJob.Tried> value, FrameRate at) {
        tried = value;
        rate = at;
        draw();
    }

    private void pick(MouseEvent e) {
        if (tried.isEmpty()) {
            return;
        }
        List<TryOnFrame> f = tried.getFirst().frames();
        double u = (e.getX() - LEFT) / Math.max(1, getWidth() - LEFT - RIGHT);
        int i = (int) Math.clamp(Math.rint(u * (f.size() - 1)), 0, f.size() - 1);
        transport.playing().set(false);
        transport.seconds().set(rate.seconds(f.get(i).frame()));
    }

    private double top() {
        double out = base + 1e-3;
        for (TryOnJob.Tried t : tried) {
            for (TryOnFrame f : t.frames()) {
                double v = figure.applyAsDouble(f);
                out = Double.isFinite(v) ? Math.max(out, base + 1.1 * (v - base)) : out;
            }
        }
        return out;
    }

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        g.setFont(Font.font("Inter", 12));
        g.setTextBaseline(VPos.CENTER);
        g.setTextAlign(TextAlignment.LEFT);
        g.setFill(Ui.color(Tone.SECOND, dusk));
        g.fillText(title, 12, 13);
        if (tried.isEmpty()) {
            return;
        }
        double top = top();
        g.setFont(Font.font("B612", 11));
        g.setTextAlign(TextAlignment.RIGHT);
        for (int i = 0; i <= 2; i++) {
            double v = base + (top - base) * i / 2;
            double y = y(v, top);
            g.setStroke(Ui.color(Tone.HAIR, dusk));
            g.setLineWidth(1);
            g.strokeLine(LEFT, y, getWidth() - RIGHT, y);
            g.setFill(Ui.color(Tone.THIRD, dusk));
            g.fillText(Figure.number(v), LEFT - 6, y);
        }
        int now = now();
        double x = x(now, tried.getFirst().frames().size());
        g.setStroke(Ui.color(Tone.AMBER, dusk));
        g.strokeLine(x, TOP - 4, x, getHeight() - BOTTOM);
        double at = getWidth() - RIGHT;
        for (int k = tried.size() - 1; k >= 0; k--) {
            TryOnJob.Tried t = tried.get(k);
            g.setStroke(Ui.color(TONES.get(k % TONES.size()), dusk));
            g.setFill(Ui.color(TONES.get(k % TONES.size()), dusk));
            line(g, t.frames(), top);
            String text = t.name() + " "
                    + Figure.number(figure.applyAsDouble(
                            t.frames().get(Math.min(now, t.frames().size() - 1))))
                    + " " + unit;
            g.setTextAlign(TextAlignment.RIGHT);
            g.fillText(text, at, 13);
            at -= 8 * text.length() + 10;
        }
    }

    /** The frame at which the transport stands. */
    private int now() {
        double frame = rate.frame(transport.seconds().get());
        List<TryOnFrame> f = tried.getFirst().frames();
        int best = 0;
        for (int i = 0; i < f.size(); i++) {
            best = Math.abs(f.get(i).frame() - frame) < Math.abs(f.get(best).frame() - frame) ? i : best;
        }
        return best;
    }

    private double x(int i, int n) {
        return LEFT + (n < 2 ? 0 : (double) i / (n - 1)) * (getWidth() - LEFT - RIGHT);
    }

    private double y(double v, double top) {
        return getHeight() - BOTTOM - (v - base) / (top - base) * (getHeight() - TOP - BOTTOM);
    }

    private void line(GraphicsContext g, List<TryOnFrame> f, double top) {
        g.setLineWidth(1.6);
        g.beginPath();
        for (int i = 0; i < f.size(); i++) {
            double v = Math.clamp(figure.applyAsDouble(f.get(i)), base, top);
            if (i == 0) {
                g.moveTo(x(i, f.size()), y(v, top));
            } else {
                g.lineTo(x(i, f.size()), y(v, top));
            }
        }
        g.stroke();
    }
}
