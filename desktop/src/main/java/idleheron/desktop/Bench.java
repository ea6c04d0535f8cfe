package idleheron.desktop;

import idleheron.core.compare.Comparison;
import idleheron.core.compare.TopicResult;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.inspect.Facts;
import idleheron.core.inspect.Finding;
import java.util.List;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;

/** All that the window shows, as properties. Lives on the window's thread. */
final class Bench {
    /** What is computed about an asset that lies on the bench. */
    record LookedOver(Asset asset, Facts facts, List<Finding> findings) {}

    /** The two sides as compared; {@code returned} has its mends applied. */
    record Compared(Asset sent, Asset returned, Comparison comparison) {}

    private final ObjectProperty<Crossing> crossing = new SimpleObjectProperty<>(Crossing.EMPTY);
    private final ObjectProperty<@Nullable LookedOver> lookedOver = new SimpleObjectProperty<>();
    private final ObjectProperty<@Nullable Preparation> prepared = new SimpleObjectProperty<>();
    private final ObjectProperty<@Nullable Compared> compared = new SimpleObjectProperty<>();
    private final ObjectProperty<Stone> stone = new SimpleObjectProperty<>(Stone.GATHER);
    private final BooleanProperty asMeant = new SimpleBooleanProperty(true);
    private final BooleanProperty dusk = new SimpleBooleanProperty(false);
    private final IntegerProperty joint = new SimpleIntegerProperty(-1);
    private final ObservableList<TopicResult> told = FXCollections.observableArrayList();
    private final Transport transport = new Transport();

    ObjectProperty<Crossing> crossing() {
        return crossing;
    }

    ObjectProperty<@Nullable LookedOver> lookedOver() {
        return lookedOver;
    }

    ObjectProperty<@Nullable Preparation> prepared() {
        return prepared;
    }

    ObjectProperty<@Nullable Compared> compared() {
        return compared;
    }

    ObjectProperty<Stone> stone() {
        return stone;
    }

    BooleanProperty asMeant() {
        return asMeant;
    }

    BooleanProperty dusk() {
        return dusk;
    }

    /** The chosen joint, a node of the sent or original scene, or -1. */
    IntegerProperty joint() {
        return joint;
    }

    Transport transport() {
        return transport;
    }

    /** Topics of a comparison that is still running, as they become known. */
    ObservableList<TopicResult> told() {
        return told;
    }

    void told(TopicResult t) {
        told.add(t);
    }

    void toldNothing() {
        told.clear();
    }
}
