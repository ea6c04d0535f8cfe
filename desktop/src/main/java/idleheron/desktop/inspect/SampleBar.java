package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette.Tone;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;

/** How the samples of an object lie in the range of its cache, told by shape. */
final class SampleBar extends Canvas {
    private static final double HEIGHT = 14;

    /** What changes from sample to sample. */
    enum Shape {
        CONSTANT(say("desktop.inspect.SampleBar.still")),
        TRANSFORM(say("desktop.inspect.SampleBar.only-moves")),
        DEFORMING(say("desktop.inspect.SampleBar.points-move")),
        TOPOLOGY(say("desktop.inspect.SampleBar.faces-change")),
        INSTANCE(say("desktop.inspect.SampleBar.again"));

        private final String word;

        Shape(String word) {
            this.word = word;
        }

        String word() {
            return word;
        }
    }

    private boolean dusk;

    SampleBar(double width, boolean dusk) {
        super(width, HEIGHT);
        this.dusk = dusk;
    }

    void dusk(boolean value) {
        dusk = value;
    }

    /**
     * @param from where its samples begin, 0 to 1 of the range
     * @param to where they end
     * @param changes where faces change
     */
    void draw(Shape shape, double from, double to, double[] changes) {
        setAccessibleText(shape.word());
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), HEIGHT);
        double x0 = 3 + from * (getWidth() - 6);
        double x1 = Math.max(x0 + 4, 3 + to * (getWidth() - 6));
        double y = HEIGHT / 2;
        Color ink = Ui.color(Tone.SECOND, dusk);
        Color strong = Ui.color(Tone.REED, dusk);
        g.setStroke(shape == Shape.CONSTANT || shape == Shape.INSTANCE ? ink : strong);
        g.setLineWidth(1.4);
        switch (shape) {
            case CONSTANT -> {
                g.strokeOval(x0, y - 3, 6, 6);
                g.setLineWidth(0.7);
                g.strokeLine(x0 + 6, y, x1, y);
            }
            case INSTANCE -> {
                g.strokeOval(x0, y - 3, 6, 6);
                g.strokeOval(x0 + 4, y - 3, 6, 6);
            }
            case TRANSFORM -> {
                g.strokeLine(x0, y, x1, y);
                for (double x = x0; x <= x1; x += 7) {
                    g.strokeLine(x, y - 3.5, x, y + 3.5);
                }
            }
            case DEFORMING -> wave(g, x0, x1, y);
            case TOPOLOGY -> {
                wave(g, x0, x1, y);
                g.setFill(Ui.color(Tone.BROKEN, dusk));
                double[] at = changes.length == 0 ? new double[] {0.3, 0.65} : changes;
                for (double c : at) {
                    double x = 3 + c * (getWidth() - 6);
                    g.fillPolygon(new double[] {x - 3.5, x + 3.5, x}, new double[] {0, 0, 6}, 3);
                }
            }
        }
    }

    private static void wave(GraphicsContext g, double x0, double x1, double y) {
        g.beginPath();
        g.moveTo(x0, y);
        for (double x = x0; x <= x1; x += 1) {
            g.lineTo(x, y - 3.4 * Math.sin((x - x0) * 0.55));
        }
        g.stroke();
    }
}
