package idleheron.desktop.view3d;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Transport;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.nio.IntBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntConsumer;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.Cursor;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The view: paints on a thread of its own and shows the newest picture. Drag to go round, drag with the other button or with
 * Shift to move, wheel to come closer, double click or Home to see all; a click chooses a joint.
 */
public final class Viewport extends Region {
    private static final Logger LOG = LoggerFactory.getLogger(Viewport.class);
    private static final double PICK_RADIUS = 14;

    private final ExecutorService worker = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "painting");
        t.setDaemon(true);
        return t;
    });
    private final AtomicReference<@Nullable ViewRequest> wanted = new AtomicReference<>();
    private final ViewPainter painter = new ViewPainter();
    private final ImageView image = new ImageView();
    private final Transport transport;
    private final DoubleProperty heatTop = new SimpleDoubleProperty();
    private final ReadOnlyObjectWrapper<List<String>> missing = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyStringWrapper pointed = new ReadOnlyStringWrapper("");
    private final PauseTransition rest = new PauseTransition(Duration.millis(150));
    private @Nullable PixelBuffer<IntBuffer> buffer;
    private @Nullable Viewpoint viewpoint;
    private List<ViewRequest.Shown> sides = List.of();
    private ViewRequest.Arrangement arrangement = ViewRequest.Arrangement.OVER;
    private Palette palette = Palette.DAY;
    private IntConsumer chosen = i -> {};
    private ViewPainter.@Nullable Painted last;
    private double pressX;
    private double pressY;
    private double lastX;
    private double lastY;
    private long painted;
    private String field = "";
    private Cover cover = Cover.COLOURS;
    private boolean dragging;
    private Viewpoint start = Viewpoint.start();
    private final ViewTools tools = new ViewTools();

    public Viewport(Transport transport) {
        this.transport = transport;
        getStyleClass().add("viewport");
        setFocusTraversable(true);
        setAccessibleText("View of the figure. Arrow keys with Control go round, plus and minus come closer.");
        setCursor(Cursor.OPEN_HAND);
        setMinSize(120, 120);
        getChildren().addAll(image, tools);
        image.setClip(outline());
        ViewPictures.tell(this);
        tools.setClip(outline());
        transport.seconds().addListener((o, was, is) -> request());
        transport.clip().addListener((o, was, is) -> request());
        transport.playing().addListener((o, was, is) -> request());
        widthProperty().addListener((o, was, is) -> request());
        heightProperty().addListener((o, was, is) -> request());
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        addEventHandler(MouseEvent.MOUSE_MOVED, e -> {
            tools.over(e.getX(), e.getY());
            point(e.getX(), e.getY());
        });
        addEventHandler(MouseEvent.MOUSE_EXITED, e -> tools.away());
        addEventHandler(ScrollEvent.SCROLL, e -> turn(v -> v.zoomed(Math.exp(-e.getDeltaY() * 0.0016))));
        setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.HOME) {
                showAll();
            } else if (e.getCode() == KeyCode.PLUS || e.getCode() == KeyCode.EQUALS || e.getCode() == KeyCode.ADD) {
                turn(v -> v.zoomed(0.9));
            } else if (e.getCode() == KeyCode.MINUS || e.getCode() == KeyCode.SUBTRACT) {
                turn(v -> v.zoomed(1.1));
            } else if (e.isControlDown() && e.getCode().isArrowKey()) {
                double x = e.getCode() == KeyCode.LEFT ? 8 : e.getCode() == KeyCode.RIGHT ? -8 : 0;
                double y = e.getCode() == KeyCode.UP ? 6 : e.getCode() == KeyCode.DOWN ? -6 : 0;
                turn(v -> v.orbited(x, y));
            } else {
                return;
            }
            e.consume();
        });
    }

    /** The view with its round corners: nothing of it shows, or takes the pointer, beyond. */
    private Rectangle outline() {
        Rectangle out = new Rectangle();
        out.setArcWidth(20);
        out.setArcHeight(20);
        out.widthProperty().bind(widthProperty());
        out.heightProperty().bind(heightProperty());
        return out;
    }

    /** Paints no more. */
    public void close() {
        ViewPictures.forget(this);
        worker.shutdownNow();
    }

    public void onChosen(IntConsumer value) {
        chosen = value;
    }

    /** What the dark end of the ramp stands for, mm. */
    public DoubleProperty heatTop() {
        return heatTop;
    }

    /** Which grid of a volume is shown. */
    public void field(String name) {
        field = name;
        request();
    }

    /** Files of pictures that are not to be had: what hatched parts stand for. */
    public ReadOnlyObjectProperty<List<String>> missing() {
        return missing.getReadOnlyProperty();
    }

    /** The one of them that somebody points at, or "". */
    public ReadOnlyStringProperty pointed() {
        return pointed.getReadOnlyProperty();
    }

    private void point(double x, double y) {
        pointed.set("");
        rest.stop();
        ViewPainter.Painted p = last;
        if (p != null && !p.missing().isEmpty()) {
            rest.setOnFinished(e -> {
                if (!worker.isShutdown()) {
                    worker.execute(() -> {
                        String file = painter.missingAt(p, x, y);
                        Platform.runLater(() -> pointed.set(file));
                    });
                }
            });
            rest.playFromStart();
        }
    }

    /** What the pictures of surfaces show. */
    public void cover(Cover value) {
        cover = value;
        request();
    }

    /** From which side everything is looked at to begin with. */
    public void start(Viewpoint from) {
        start = from;
        showAll();
    }

    /** What the first button draws with where it goes over a surface; beside it the button goes round as ever. */
    public void tool(ViewTools.Tool value) {
        tools.tool(value);
    }

    /** Marks a place of the common space, metres; null for none. */
    public void mark(@Nullable Vec3 place) {
        tools.mark(place);
    }

    /** How many pictures were shown so far. */
    public long painted() {
        return painted;
    }

    public void palette(Palette value) {
        palette = value;
        request();
    }

    /** Other sides; looks at everything when the first scene is another one than before. */
    public void show(List<ViewRequest.Shown> value, ViewRequest.Arrangement how) {
        boolean other = sides.isEmpty() != value.isEmpty()
                || !value.isEmpty()
                        && (sides.getFirst().scene().pointCount()
                                        != value.getFirst().scene().pointCount()
                                || sides.getFirst().space() != value.getFirst().space());
        sides = List.copyOf(value);
        arrangement = how;
        if (other) {
            viewpoint = null;
        }
        request();
    }

    public void showAll() {
        viewpoint = null;
        request();
    }

    private interface Move {
        public Viewpoint of(Viewpoint v);
    }

    private void turn(Move move) {
        Viewpoint v = viewpoint;
        if (v != null) {
            viewpoint = move.of(v);
            request();
        }
    }

    private void pressed(MouseEvent e) {
        requestFocus();
        pressX = lastX = e.getX();
        pressY = lastY = e.getY();
        if (e.getButton() == MouseButton.PRIMARY && !e.isShiftDown() && tools.press(e.getX(), e.getY())) {
            return;
        }
        if (e.getClickCount() == 2) {
            showAll();
        }
    }

    private void dragged(MouseEvent e) {
        if (tools.drag(e.getX(), e.getY())) {
            return;
        }
        tools.away();
        double dx = e.getX() - lastX;
        double dy = e.getY() - lastY;
        lastX = e.getX();
        lastY = e.getY();
        boolean move = e.getButton() != MouseButton.PRIMARY || e.isShiftDown();
        setCursor(Cursor.CLOSED_HAND);
        dragging = true;
        double h = Math.max(1, getHeight());
        turn(v -> move ? v.panned(-dx / h, dy / h) : v.orbited(-dx * 0.4, dy * 0.3));
    }

    private void released(MouseEvent e) {
        if (tools.release()) {
            request();
            return;
        }
        setCursor(Cursor.OPEN_HAND);
        if (dragging) {
            dragging = false;
            request();
        }
        ViewPainter.Painted p = last;
        if (p == null || Math.hypot(e.getX() - pressX, e.getY() - pressY) > 3) {
            return;
        }
        int best = -1;
        double least = PICK_RADIUS;
        for (int i = 0; i < p.nodes().length; i++) {
            double d = Math.hypot(p.at()[2 * i] - e.getX(), p.at()[2 * i + 1] - e.getY());
            if (d < least) {
                least = d;
                best = p.nodes()[i];
            }
        }
        if (best >= 0) {
            chosen.accept(best);
        }
    }

    /** Pictures that it may have waited for have come; on whatever thread. */
    void arrived() {
        Platform.runLater(this::request);
    }

    /** Asks for a new picture; an older wish that was not begun is forgotten. */
    void request() {
        int w = (int) Math.round(getWidth());
        int h = (int) Math.round(getHeight());
        if (w < 16 || h < 16 || getScene() == null) {
            return;
        }
        String name =
                transport.clip().get() == null ? "" : transport.clip().get().name();
        ViewRequest r = new ViewRequest(
                sides,
                arrangement,
                name,
                transport.seconds().get(),
                field,
                cover,
                viewpoint,
                start,
                palette,
                !transport.playing().get() && !dragging && !tools.isDrawing(),
                w,
                h);
        if (wanted.getAndSet(r) == null) {
            if (!worker.isShutdown()) {
                worker.execute(this::paintNext);
            }
        }
    }

    private void paintNext() {
        ViewRequest r = wanted.getAndSet(null);
        if (r == null) {
            return;
        }
        try {
            ViewPainter.Painted p = painter.paint(r);
            Platform.runLater(() -> put(r, p));
        } catch (RuntimeException e) {
            LOG.error("the view could not be painted", e);
        }
    }

    private void put(ViewRequest r, ViewPainter.Painted p) {
        last = p;
        heatTop.set(p.heatTop());
        missing.set(p.missing());
        if (r.viewpoint() == null && viewpoint == null && r.sides() == sides && !sides.isEmpty()) {
            viewpoint = p.viewpoint();
        }
        int w = p.picture().width();
        int h = p.picture().height();
        PixelBuffer<IntBuffer> b = buffer;
        if (b == null || b.getWidth() != w || b.getHeight() != h) {
            b = new PixelBuffer<>(w, h, IntBuffer.allocate(w * h), PixelFormat.getIntArgbPreInstance());
            buffer = b;
            image.setImage(new WritableImage(b));
        }
        b.updateBuffer(x -> {
            x.getBuffer().put(0, p.picture().pixels(), 0, w * h);
            return null;
        });
        painted++;
        tools.seenFrom(p.viewpoint(), w, h);
    }

    @Override
    protected void layoutChildren() {
        image.setFitWidth(0);
        image.relocate(0, 0);
    }

    /** Spaces are kept, so that the same scene in the same space is recognised. */
    public static final class Spaces {
        private final List<Object[]> known = new ArrayList<>();

        public CanonicalSpace of(Scene scene, boolean meant, double rawUnit) {
            for (Object[] k : known) {
                if (k[0] == scene.stage() && k[1].equals(meant)) {
                    return (CanonicalSpace) k[2];
                }
            }
            CanonicalSpace s = meant
                    ? CanonicalSpace.of(scene.stage())
                    : CanonicalSpace.of(idleheron.core.scene.Stage.COMMON.withMetersPerUnit(rawUnit));
            if (known.size() > 24) {
                known.removeFirst();
            }
            known.add(new Object[] {scene.stage(), meant, s});
            return s;
        }
    }
}
