package idleheron.desktop.widget;

import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.Tooltip;
import javafx.scene.text.Text;

/** A label that tells all of its text in a tip while there is no room for it. */
public final class FullLabel extends Label {
    private static final String OWN = "heron.whole";

    FullLabel(String text) {
        super(text);
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        tellWhole(this);
    }

    /** To be called once the text was laid out; a tip of somebody else stays. */
    public static void tellWhole(Labeled l) {
        Tooltip tip = l.getTooltip();
        boolean own = tip != null && OWN.equals(tip.getId());
        if (tip != null && !own) {
            return;
        }
        String whole = l.getText();
        if (!isCut(l)) {
            if (own) {
                l.setTooltip(null);
            }
        } else if (tip == null || !tip.getText().equals(whole)) {
            Tooltip made = new Tooltip(whole);
            made.setId(OWN);
            made.setWrapText(true);
            made.setMaxWidth(420);
            l.setTooltip(made);
        }
    }

    private static boolean isCut(Labeled l) {
        return l.getText() != null
                && l.lookup(".text") instanceof Text t
                && !t.getText()
                        .replace("\n", " ")
                        .strip()
                        .equals(l.getText().replace("\n", " ").strip());
    }
}
