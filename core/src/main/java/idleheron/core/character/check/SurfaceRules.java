package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Texture;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Rules about pictures. */
public final class SurfaceRules {
    private SurfaceRules() {}

    static void textures(Facts f, @Nullable Convention c, List<Finding> out) {
        Set<String> seen = new HashSet<>();
        for (Texture t : f.scene().textures()) {
            if (!t.found() && seen.add(t.path())) { // several materials may use one picture
                out.add(Finding.of("texture-not-found", Severity.DRIFTS, Topic.MATERIALS)
                        .says(
                                say("core.character.check.SurfaceRules.is-not-found", name(t)),
                                say("core.character.check.SurfaceRules.the-file-points-to-it-will", t.path()))
                        .measured(Figure.of(0, say("core.character.check.SurfaceRules.files"), name(t)))
                        .because(say("core.character.check.SurfaceRules.the-path-belongs-to-another-machine")));
            }
        }
    }

    private static String name(Texture t) {
        String p = t.path().replace('\\', '/');
        int slash = p.lastIndexOf('/');
        return p.isEmpty() ? t.name() : p.substring(slash + 1);
    }
}
