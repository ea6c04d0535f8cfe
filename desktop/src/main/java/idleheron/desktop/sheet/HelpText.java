package idleheron.desktop.sheet;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;

/** A paragraph of a help page: names of controls between asterisks are drawn strong, text between backquotes in the font of figures. */
final class HelpText extends TextFlow {
    private static final Pattern MARKED = Pattern.compile("\\*([^*]+)\\*|`([^`]+)`");

    /**
     * A run of text that is drawn alike.
     *
     * @param style of the sheet of styles
     */
    record Run(String text, String style) {}

    HelpText(String paragraph) {
        StringBuilder plain = new StringBuilder();
        for (Run r : runs(paragraph)) {
            Text t = new Text(r.text());
            t.getStyleClass().addAll("run", r.style());
            getChildren().add(t);
            plain.append(r.text());
        }
        setAccessibleText(plain.toString());
    }

    /** The paragraph without its marks, in runs. A mark without its partner is text. */
    static List<Run> runs(String paragraph) {
        List<Run> out = new ArrayList<>();
        Matcher m = MARKED.matcher(paragraph);
        int at = 0;
        while (m.find()) {
            if (m.start() > at) {
                out.add(new Run(paragraph.substring(at, m.start()), "plain"));
            }
            String strong = m.group(1);
            out.add(strong != null ? new Run(strong, "strong") : new Run(m.group(2), "figure"));
            at = m.end();
        }
        if (at < paragraph.length()) {
            out.add(new Run(paragraph.substring(at), "plain"));
        }
        return out;
    }
}
