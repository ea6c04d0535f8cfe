package idleheron.desktop.view3d;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.desktop.model.Transport;
import idleheron.desktop.paint.Corners;
import idleheron.desktop.paint.Painted;
import idleheron.desktop.paint.ViewPainter;
import idleheron.desktop.paint.ViewRequest;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.nio.IntBuffer;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntConsumer;
import java.util.function.UnaryOperator;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.Cursor;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import javafx.stage.Window;
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

    /** How near it goes to a place, as a share of the distance before. */
    private static final double NEAR = 0.3;

    /** The radius of its corners, in points. */
    private static final double ROUND = 10;

    private final ExecutorService worker = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "painting");
        t.setDaemon(true);
        return t;
    });
    private final AtomicReference<@Nullable ViewRequest> wanted = new AtomicReference<>();
    private final ViewPainter painter = new ViewPainter(ViewPictures.shelf());
    private final ImageView image = new ImageView();
    private final Transport transport;
    private final DoubleProperty heatTop = new SimpleDoubleProperty();
    private final ReadOnlyObjectWrapper<List<String>> missing = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<@Nullable Vec3> worst = new ReadOnlyObjectWrapper<>();
    private final PauseTransition settle = new PauseTransition(Duration.seconds(Pace.ONE_MOVEMENT));
    private final Pace pace = new Pace();
    private @Nullable PixelBuffer<IntBuffer> buffer;
    private @Nullable Viewpoint viewpoint;
    private List<ViewRequest.Shown> sides = List.of();
    private MatchTable table = MatchTable.NONE;
    private ViewRequest.Arrangement arrangement = ViewRequest.Arrangement.OVER;
    private Palette palette = Palette.DAY;
    private IntConsumer chosen = i -> {};
    private @Nullable Painted last;
    private long painted;
    private String field = "";
    private Cover cover = Cover.COLOURS;
    private ViewRequest.Room room = ViewRequest.Room.ALL;
    /** Whether it looks at everything, as nobody went anywhere yet. */
    private boolean everything = true;

    private Viewpoint start = Viewpoint.start();
    private final ViewTools tools = new ViewTools();
    private final ViewHand hand = new ViewHand(this, tools);
    private final ViewPointer pointer = new ViewPointer(this, tools, painter);

    public Viewport(Transport transport) {
        this.transport = transport;
        getStyleClass().add("viewport");
        setFocusTraversable(true);
        setAccessibleText(say("desktop.view3d.Viewport.view-of-the-figure-arrow-keys"));
        setCursor(Cursor.OPEN_HAND);
        setMinSize(120, 120);
        getChildren().addAll(image, tools);
        ViewPictures.tell(this);
        settle.setOnFinished(e -> request(false));
        tools.setClip(outline());
        transport.seconds().addListener((o, was, is) -> {
            pointer.forget();
            request();
        });
        transport.clip().addListener((o, was, is) -> request());
        transport.playing().addListener((o, was, is) -> request());
        widthProperty().addListener((o, was, is) -> reframe());
        heightProperty().addListener((o, was, is) -> reframe());
        hand.listen();
    }

    /** Where the view is: nothing of it shows, or takes the pointer, beyond. */
    private Rectangle outline() {
        Rectangle out = new Rectangle();
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

    /** Where the heat is greatest, common space, metres; null where none is shown. It is marked. */
    public ReadOnlyObjectProperty<@Nullable Vec3> worst() {
        return worst.getReadOnlyProperty();
    }

    /** Goes near the place where the heat is greatest. */
    public void goToWorst() {
        Vec3 to = worst.get();
        if (to != null) {
            turn(v -> new Viewpoint(v.yaw(), v.pitch(), v.distance() * NEAR, to.x(), to.y(), to.z()));
        }
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

    /** What lies under the pointer. */
    public ViewPointer pointer() {
        return pointer;
    }

    boolean isPicking() {
        return arrangement.isOfWeights() && sides.size() > 1;
    }

    /** Something for the thread that paints. */
    void ask(Runnable question) {
        if (!worker.isShutdown()) {
            worker.execute(question);
        }
    }

    /** What the pictures of surfaces show. */
    public void cover(Cover value) {
        cover = value;
        request();
    }

    /** What the user said belongs together of the sides that are shown next. */
    public void table(MatchTable value) {
        table = value;
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
            everything = true;
            viewpoint = null;
        }
        request();
    }

    /** What of it nothing floats over: everything is looked at within. */
    public void room(ViewRequest.Room value) {
        if (!value.equals(room)) {
            room = value;
            reframe();
        }
    }

    public void showAll() {
        everything = true;
        viewpoint = null;
        request();
    }

    /** Looks at everything again in another place, unless somebody went somewhere. */
    private void reframe() {
        if (everything) {
            viewpoint = null;
        }
        request();
    }

    /** Looks from somewhere else. */
    void turn(UnaryOperator<Viewpoint> move) {
        Viewpoint v = viewpoint;
        if (v != null) {
            viewpoint = move.apply(v);
            everything = false;
            request();
        }
    }

    /** What was painted last. */
    @Nullable
    Painted last() {
        return last;
    }

    void choose(int node) {
        chosen.accept(node);
    }

    /** Pictures that it may have waited for have come; on whatever thread. */
    void arrived() {
        Platform.runLater(this::request);
    }

    /** Asks for a new picture; an older wish that was not begun is forgotten. */
    void request() {
        boolean held = transport.playing().get() || hand.isDragging() || tools.isDrawing();
        boolean moving = pace.moves(System.nanoTime() / 1e9, held);
        if (moving && !held) {
            settle.playFromStart();
        } else {
            settle.stop();
        }
        request(moving);
    }

    private void request(boolean moving) {
        Window window = getScene() == null ? null : getScene().getWindow();
        double grain = pace.grain(window == null ? 1 : window.getOutputScaleX(), moving);
        int w = (int) Math.round(getWidth() * grain);
        int h = (int) Math.round(getHeight() * grain);
        if (getWidth() < 16 || getHeight() < 16 || getScene() == null) {
            return;
        }
        String name =
                transport.clip().get() == null ? "" : transport.clip().get().name();
        ViewRequest r = new ViewRequest(
                sides,
                table,
                arrangement,
                name,
                transport.seconds().get(),
                field,
                cover,
                viewpoint,
                start,
                room,
                palette,
                sides.size() > 1 ? pointer.lensPlace() : null,
                !moving,
                new ViewRequest.Size(w, h, grain));
        if (wanted.getAndSet(r) == null) {
            ask(this::paintNext);
        }
    }

    private void paintNext() {
        ViewRequest r = wanted.getAndSet(null);
        if (r == null) {
            return;
        }
        try {
            long began = System.nanoTime();
            Painted p = painter.paint(r);
            double took = (System.nanoTime() - began) / 1e9;
            Platform.runLater(() -> {
                if (!r.fine()) {
                    pace.took(took);
                }
                put(r, p);
            });
        } catch (RuntimeException e) {
            LOG.error("the view could not be painted", e);
        }
    }

    private void put(ViewRequest r, Painted p) {
        last = p;
        heatTop.set(p.heatTop());
        worst.set(p.worst());
        if (r.sides().size() > 1) {
            Vec3 picked = isPicking() ? pointer.picked() : null;
            tools.mark(picked == null ? p.worst() : picked);
        }
        tools.note(p.note(), r.lens());
        pointer.painted(p);
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
            Corners.round(x.getBuffer().array(), w, h, ROUND * r.size().grain());
            return null;
        });
        painted++;
        image.setFitWidth(getWidth());
        image.setFitHeight(getHeight());
        tools.seenFrom(Projection.inPoints(p.viewpoint(), p.picture()), p.panes());
    }

    @Override
    protected void layoutChildren() {
        image.setFitWidth(getWidth());
        image.setFitHeight(getHeight());
        image.relocate(0, 0);
    }
}
