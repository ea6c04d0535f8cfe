package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Asset;
import idleheron.core.pair.MatchTable;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.paint.Spaces;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Arrangements;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/** Both sides in one view: how they stand to each other, what is laid on them as heat, a lens, and the way to the worst point. */
final class EvidenceView {
    private final Bench bench;
    private final Spaces spaces;
    private final Viewport view;
    private final ViewFrame frame;
    private final Choice<ViewRequest.Arrangement> arrangement =
            new Choice<>(List.of(ViewRequest.Arrangement.values()), Choice::name, ViewRequest.Arrangement::tip);
    private final Label legendText = Ui.label("", "small");
    private final HBox legend = Legend.of(legendText);
    private @Nullable CompareModel model;

    EvidenceView(Bench bench, Viewport view, Spaces spaces) {
        this.bench = bench;
        this.view = view;
        this.spaces = spaces;
        frame = new ViewFrame(view)
                .left(arrangement)
                .right(lens(view))
                .right(Choice.meaning(bench.asMeant()))
                .bottom(legend)
                .bottom(toWorst(view));
        arrangement.chosen().addListener((o, was, is) -> show(model));
        view.heatTop().addListener((o, was, is) -> showLegend());
    }

    ViewFrame frame() {
        return frame;
    }

    /** A button that goes to the worst point, shown while there is one. */
    private static Button toWorst(Viewport view) {
        Button out = Ui.button(
                say("desktop.compare.EvidenceView.worst-point"),
                say("desktop.compare.EvidenceView.go-near-the-marked-point-that"),
                view::goToWorst,
                "quiet");
        out.visibleProperty().bind(view.worst().isNotNull());
        return out;
    }

    private static ToggleButton lens(Viewport view) {
        ToggleButton out = new ToggleButton("", new FontIcon(Feather.SEARCH));
        out.getStyleClass().addAll("icon-button", "on-view");
        out.setTooltip(new Tooltip(say("desktop.compare.EvidenceView.lens-the-difference-under-the-pointer")));
        out.setAccessibleText(say("desktop.compare.EvidenceView.lens"));
        out.selectedProperty().bindBidirectional(view.pointer().lens());
        return out;
    }

    private void showLegend() {
        CompareModel m = model;
        legendText.setText(
                m == null
                        ? ""
                        : m.legend(
                                arrangement.get(),
                                view.heatTop().get(),
                                bench.joint().get()));
    }

    private static ViewRequest.Style style(Scene s) {
        return s.nodes().isEmpty() ? ViewRequest.Style.SURFACE : ViewRequest.Style.JOINTS;
    }

    /** @param is what is compared, or null while nothing is: then what is read so far is shown */
    void show(@Nullable CompareModel is) {
        model = is;
        ViewRequest.Arrangement how = arrangement.get();
        legend.setVisible(is != null && how.isHeat());
        showLegend();
        Asset sent = is == null ? bench.crossing().get().sent() : is.result().sent();
        Asset returned =
                is == null ? bench.crossing().get().returned() : is.result().returned();
        if (sent == null || returned == null) {
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        Scene s = sent.scene();
        Scene r = returned.scene();
        Arrangements.allow(arrangement, s);
        boolean meant = bench.asMeant().get();
        int joint = is == null ? -1 : is.joint(bench.joint().get());
        double raw = s.stage().metersPerUnit();
        view.table(is == null ? MatchTable.NONE : is.result().comparison().table());
        view.show(
                List.of(
                        new ViewRequest.Shown(s, spaces.of(s, meant, raw), style(s), joint, false, true),
                        new ViewRequest.Shown(r, spaces.of(r, meant, raw), style(r), -1, true, true)),
                how);
    }
}
