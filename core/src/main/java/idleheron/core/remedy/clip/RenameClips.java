package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.NameTable;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Gives clips other names. A name that another clip has already, and keeps, is not given.
 *
 * @param table from old to new names
 */
public record RenameClips(Map<String, String> table) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "rename-clips",
                    RenameClips.class,
                    Keeps.PICTURE,
                    say("core.remedy.clip.RenameClips.gives-a-clip-another-name"))
            .told(
                    "=NAME:OTHER",
                    v -> new RenameClips(Map.of(v.first().text(), v.second("").text())))
            .measured("clips", RenameClips::names);

    private static String names(Scene s) {
        return s.clips().isEmpty()
                ? "–"
                : s.clips().stream().map(Clip::name).limit(4).collect(Collectors.joining(", "));
    }

    public RenameClips {
        table = NameTable.of(
                table,
                (name, other) -> say("core.remedy.clip.RenameClips.rename-clips-needs-the-name-of", name, other));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return table.size() == 1
                ? say(
                        "core.remedy.clip.RenameClips.call-it",
                        table.values().iterator().next())
                : say("core.remedy.clip.RenameClips.rename-the-clips");
    }

    @Override
    public String describe() {
        return table.entrySet().stream()
                .map(e -> say("core.remedy.clip.RenameClips.is-called", e.getKey(), e.getValue()))
                .collect(Collectors.joining(", ", "", "."));
    }

    @Override
    public Scene apply(Scene scene) {
        List<String> kept = scene.clips().stream()
                .map(Clip::name)
                .filter(n -> !table.containsKey(n))
                .toList();
        List<Clip> out = scene.clips().stream()
                .map(c -> {
                    String other = table.get(c.name());
                    return other == null || kept.contains(other) ? c : c.withName(other);
                })
                .toList();
        return out.equals(scene.clips()) ? scene : scene.withClips(out);
    }
}
