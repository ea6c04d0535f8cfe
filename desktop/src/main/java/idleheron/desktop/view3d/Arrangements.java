package idleheron.desktop.view3d;

import idleheron.app.CompareJob;
import idleheron.core.scene.Scene;
import idleheron.desktop.widget.Ui;
import java.util.Set;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;

/** Which ways of showing both sides there are for what is compared. */
public final class Arrangements {
    private static final Set<String> HEAT = Set.of("Difference", "Weights");

    private Arrangements() {}

    /** Clouds have no surface to lay heat on. */
    public static void allow(ToggleGroup group, CompareJob.Result c) {
        Scene s = c.sent().scene();
        boolean clouds = s.meshes().isEmpty() && !s.volumes().isEmpty();
        group.getToggles().forEach(t -> {
            ToggleButton b = (ToggleButton) t;
            boolean barred = clouds && HEAT.contains(b.getText());
            b.setDisable(barred);
            if (barred && b.isSelected()) {
                Ui.choose(group, "Over");
            }
        });
    }
}
