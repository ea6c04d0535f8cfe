package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import javafx.scene.Group;
import javafx.scene.shape.Circle;
import javafx.scene.shape.SVGPath;

/** The heron, drawn with one line. */
public final class HeronMark extends Group {
    public HeronMark(double scale) {
        SVGPath p = new SVGPath();
        p.setContent("M2 9 L13 6.5 C15 3.2 20 3.4 21 7 C22 11 17.5 14 18.5 18.5 C19.5 22 27 21 33 29"
                + " C28 31.5 21 31 18 28 C15.5 25.5 16 22.5 18.5 18.5 M22.5 30.5 L22.5 45 L18 47 M22.5 45 L27 47"
                + " M26 30.8 L24.5 37 L29 40.5");
        p.getStyleClass().add("heron-line");
        Circle eye = new Circle(17.3, 6.6, 0.9);
        eye.getStyleClass().add("heron-eye");
        getChildren().addAll(p, eye);
        setScaleX(scale);
        setScaleY(scale);
        setAccessibleText(say("desktop.widget.HeronMark.a-heron"));
    }
}
