package idleheron.desktop.signoff;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.disk.FileNames;
import idleheron.report.Paper;
import idleheron.report.picture.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What stands on the report of a comparison and under it. */
record SignOffModel(CompareJob.Result result, Crossing crossing) {
    /** How far into a clip the picture is taken. */
    private static final double MOMENT = 0.3;

    /** Lines under a small title, "" for none; the first line may stand out. */
    record Part(String title, List<String> lines, boolean strong) {}

    /** Of what came back as it came: the verdict of a crossing is that of what came. */
    private Comparison comparison() {
        return result.asItCame().comparison();
    }

    boolean isMended() {
        return result.isMended();
    }

    /** What it came to once it was mended. */
    Comparison mended() {
        return result.comparison();
    }

    /** "Drifted". */
    String verdict() {
        return comparison().verdict().title();
    }

    /** What went, what it came to, what it comes from, what was lost and what was mended. */
    List<Part> parts() {
        Comparison k = comparison();
        List<Part> out = new ArrayList<>();
        out.add(new Part(
                "",
                List.of(say(
                        "desktop.signoff.SignOffModel.and-back-over-tolerance",
                        result.sent().name(),
                        Wording.counted(k.faults(), "topic"),
                        (k.asMeant()
                                ? say("desktop.signoff.SignOffModel.as-meant")
                                : say("desktop.signoff.SignOffModel.as-stored")))),
                false));
        if (!k.causes().isEmpty()) {
            List<String> lines = new ArrayList<>(List.of(k.causeSentence()));
            k.causes().forEach(c -> lines.add("· " + c.remedy().describe()));
            out.add(new Part(say("desktop.signoff.SignOffModel.likely-cause"), lines, true));
        }
        if (!k.losses().isEmpty()) {
            out.add(new Part(say("desktop.signoff.SignOffModel.lost-on-the-way"), List.of(k.lossSentence()), false));
        }
        return out;
    }

    /**
     * A topic as it came and mended.
     *
     * @param mended null where nothing was mended
     */
    record Line(TopicResult came, @Nullable TopicResult mended) {}

    /** What was compared. */
    List<Line> topics() {
        return comparison().topics().stream()
                .filter(t -> t.verdict() != Verdict.NOT_CHECKED)
                .map(t -> new Line(t, isMended() ? mended().topic(t.topic()) : null))
                .toList();
    }

    boolean isSigned() {
        return !crossing.signedBy().isEmpty();
    }

    /** "Signed off by Ilse Brandt". */
    String signed() {
        return say("desktop.signoff.SignOffModel.signed-off-by", crossing.signedBy());
    }

    Snapshot.Shown sent() {
        Scene s = result.sent().scene();
        return new Snapshot.Shown(s, s.clips().isEmpty() ? null : s.clips().getFirst());
    }

    /** The returned side, as it came, in the clip of the same name. */
    Snapshot.Shown returned() {
        Scene r = result.asItCame().returned().scene();
        Clip clip = sent().clip();
        return new Snapshot.Shown(
                r,
                r.clips().stream()
                        .filter(c -> clip != null && c.name().equals(clip.name()))
                        .findFirst()
                        .orElse(null));
    }

    /** When the picture is taken, seconds. */
    double moment() {
        Clip clip = sent().clip();
        return clip == null ? 0 : clip.startSeconds() + clip.length() * MOMENT;
    }

    /** The files that were read, which are never written on. */
    List<Path> read() {
        return List.of(Path.of(result.sent().path()), Path.of(result.returned().path()));
    }

    /** What stands on the paper besides the figures; reads the files for their hashes. */
    Paper paper() throws IOException {
        return new Paper(
                crossing.signedBy(),
                crossing.note(),
                LocalDate.now(ZoneId.systemDefault()).toString(),
                crossing.terms().tolerances(),
                Paper.sources(read()),
                isMended() ? Paper.Mended.of(mended(), crossing.mends(), null) : null);
    }

    /** Beside what came back, under a name that is still free. */
    Path free(String ending) {
        return FileNames.free(FileNames.stem(result.returned().path()) + "_report", ending);
    }
}
