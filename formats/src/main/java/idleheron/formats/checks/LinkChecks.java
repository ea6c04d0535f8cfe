package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.cache.Cache;
import idleheron.core.cache.Property;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Scene;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Caches and volumes that a file points to by name: whether they lie where it says, or beside it. */
public final class LinkChecks {
    private LinkChecks() {}

    /**
     * @param folder of the scene's file
     * @param endings of names that are files: ".abc"
     */
    public static List<Finding> of(Scene scene, Path folder, List<String> endings) {
        List<Finding> out = new ArrayList<>();
        for (int n = 0; n < scene.nodes().size(); n++) {
            for (FreeProperty p : scene.nodes().get(n).properties()) {
                if (p.value() instanceof FreeProperty.Text t) {
                    look(t.text(), scene.path(n), n, folder, endings, out);
                }
            }
        }
        for (Cache c : scene.caches()) {
            for (Cache.Entry e : c.entries()) {
                for (Property p : e.node().user()) {
                    if (p instanceof Property.Values v
                            && v.samples().type().isText()
                            && v.samples().count() > 0) {
                        look(v.samples().string(), e.path(), -1, folder, endings, out);
                    }
                }
            }
        }
        return out;
    }

    private static void look(
            String text, String subject, int node, Path folder, List<String> endings, List<Finding> out) {
        String told = text.strip();
        String low = told.toLowerCase(Locale.ROOT);
        if (told.length() > 4096 || endings.stream().noneMatch(low::endsWith)) {
            return;
        }
        String name = told.substring(Math.max(told.lastIndexOf('/'), told.lastIndexOf('\\')) + 1);
        try {
            boolean there = Files.exists(folder.resolve(told.replace('\\', '/')));
            boolean beside = Files.exists(folder.resolve(name));
            if (there && !Path.of(told).isAbsolute()) {
                return;
            }
            out.add(Finding.of("linked-file-missing", there || beside ? Severity.DRIFTS : Severity.BREAKS, Topic.CACHES)
                    .says(
                            there || beside
                                    ? say("formats.checks.LinkChecks.a-file-is-pointed-to-by")
                                    : say("formats.checks.LinkChecks.a-file-that-is-pointed-to"),
                            say(
                                    "formats.checks.LinkChecks.points-to",
                                    subject.substring(subject.lastIndexOf('/') + 1),
                                    told,
                                    (beside
                                            ? say("formats.checks.LinkChecks.lies-beside-so-name-it-without", name)
                                            : there
                                                    ? say("formats.checks.LinkChecks.which-only-this-machine-has")
                                                    : say("formats.checks.LinkChecks.and-no-lies-beside", name))))
                    .measured(Figure.of(1, say("formats.checks.LinkChecks.files"), subject))
                    .atNode(node)
                    .because(say("formats.checks.LinkChecks.the-file-was-moved-or-only")));
        } catch (InvalidPathException e) {
            // text that is no path here points to nothing
        }
    }
}
