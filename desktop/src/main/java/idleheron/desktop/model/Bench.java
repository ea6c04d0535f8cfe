package idleheron.desktop.model;

import idleheron.app.CheckJob;
import idleheron.app.CompareJob;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.pair.TopicResult;
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
public final class Bench {
    private final ObjectProperty<Crossing> crossing = new SimpleObjectProperty<>(Crossing.EMPTY);
    private final ObjectProperty<CheckJob.@Nullable Result> lookedOver = new SimpleObjectProperty<>();
    private final ObjectProperty<@Nullable Preparation> prepared = new SimpleObjectProperty<>();
    private final ObjectProperty<CompareJob.@Nullable Result> compared = new SimpleObjectProperty<>();
    private final ObjectProperty<Step> step = new SimpleObjectProperty<>(Step.GATHER);
    private final BooleanProperty asMeant = new SimpleBooleanProperty(true);
    private final BooleanProperty dusk = new SimpleBooleanProperty(false);
    private final IntegerProperty joint = new SimpleIntegerProperty(-1);
    private final ObservableList<TopicResult> told = FXCollections.observableArrayList();
    private final BooleanProperty stopped = new SimpleBooleanProperty();
    private final Transport transport = new Transport();

    public ObjectProperty<Crossing> crossing() {
        return crossing;
    }

    public ObjectProperty<CheckJob.@Nullable Result> lookedOver() {
        return lookedOver;
    }

    public ObjectProperty<@Nullable Preparation> prepared() {
        return prepared;
    }

    public ObjectProperty<CompareJob.@Nullable Result> compared() {
        return compared;
    }

    public ObjectProperty<Step> step() {
        return step;
    }

    /** In the common space, or the raw numbers against each other. */
    public BooleanProperty asMeant() {
        return asMeant;
    }

    public BooleanProperty dusk() {
        return dusk;
    }

    /** The chosen joint, a node of the sent or original scene, or -1. */
    public IntegerProperty joint() {
        return joint;
    }

    public Transport transport() {
        return transport;
    }

    /** Topics of a comparison that is still running, as they become known. */
    public ObservableList<TopicResult> told() {
        return told;
    }

    /** Whether the last comparison was stopped, or failed, before there was a verdict. */
    public BooleanProperty stopped() {
        return stopped;
    }

    /** Adds a topic that is worked out before all are. */
    public void told(TopicResult t) {
        told.add(t);
    }

    public void toldNothing() {
        told.clear();
    }
}
