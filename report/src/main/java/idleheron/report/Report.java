package idleheron.report;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.picture.Shelf;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.render.ink.Palette;
import idleheron.report.picture.Filmstrip;
import idleheron.report.picture.Plot;
import idleheron.report.picture.Snapshot;
import idleheron.report.text.HtmlPage;
import idleheron.report.text.Marks;
import idleheron.report.text.PaperFonts;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A comparison as one HTML page that needs no other file. */
public final class Report {
    private static final int MOST_ROWS = 25;
    private static final int STRIP_WIDTH = 220;
    private static final int STRIP_HEIGHT = 150;

    private final Scene sent;
    private final Scene returned;
    private final Comparison comparison;

    /** The plot that goes farthest over its tolerance, which stands beside the picture; null where there is none. */
    private final @Nullable Series shownFirst;

    private Report(Scene sent, Scene returned, Comparison comparison) {
        this.sent = sent;
        this.returned = returned;
        this.comparison = comparison;
        this.shownFirst = comparison.topics().stream()
                .filter(t -> t.verdict().isFault())
                .flatMap(t -> t.plots().stream())
                .max(Comparator.comparingDouble(Report::share))
                .orElse(null);
    }

    /** The largest figure as a multiple of its tolerance. */
    private static double share(Series s) {
        return Arrays.stream(s.worst()).max().orElse(0) / s.tolerance();
    }

    /** One page of HTML that needs no other file. */
    public static String html(Scene sent, Scene returned, Comparison comparison, Paper paper) {
        return page(sent, returned, comparison, paper, false);
    }

    /**
     * @param printed for paper: well-formed as XML, plots as pictures, no more of the style than a PDF writer knows
     */
    static String page(Scene sent, Scene returned, Comparison comparison, Paper paper, boolean printed) {
        Map<String, Object> model = new Report(sent, returned, comparison).model(printed);
        model.put("printed", printed);
        model.put("marks", printed ? marks() : Map.of());
        model.put("fonts", printed ? "" : PaperFonts.rules());
        model.put("signedBy", paper.signedBy());
        model.put("note", paper.note());
        model.put("date", paper.date());
        model.put("program", Paper.PROGRAM);
        model.put("files", paper.files());
        putMended(model, paper.mended());
        model.put("tolerances", tolerances(paper));
        return HtmlPage.of("report.ftlh", model);
    }

    /** The shapes of verdicts, each as the source of a picture. */
    private static Map<String, String> marks() {
        Map<String, String> out = new HashMap<>();
        Marks.all().forEach((word, picture) -> out.put(word, Snapshot.dataUri(picture)));
        return out;
    }

    /** What it came to once it was mended, beside each topic what that was as it came. */
    private static void putMended(Map<String, Object> model, Paper.@Nullable Mended mended) {
        model.put("mended", mended != null);
        if (mended == null) {
            return;
        }
        Comparison c = mended.comparison();
        model.put("mendedVerdict", c.verdict().word());
        model.put("mendedFaults", c.faults());
        model.put("done", mended.done());
        model.put("mendedFile", mended.file());
        Map<String, Map<String, String>> topics = new HashMap<>();
        for (TopicResult t : c.topics()) {
            boolean any = !t.evidence().rows().isEmpty();
            topics.put(
                    t.topic().title(),
                    Map.of(
                            "verdict",
                            t.verdict().word(),
                            "figure",
                            any ? t.worst().text() : ""));
        }
        model.put("mendedTopics", topics);
    }

    private static List<Map<String, String>> tolerances(Paper p) {
        List<Map<String, String>> out = new ArrayList<>();
        TermsJson.of(p.tolerances())
                .propertyStream()
                .forEach(e ->
                        out.add(Map.of("name", e.getKey(), "value", e.getValue().asText())));
        return out;
    }

    private Map<String, Object> model(boolean printed) {
        Map<String, Object> m = new HashMap<>();
        m.put("verdict", comparison.verdict().word());
        m.put("faults", comparison.faults());
        m.put(
                "checked",
                comparison.topics().stream()
                        .filter(t -> !t.evidence().rows().isEmpty())
                        .count());
        m.put("asMeant", comparison.asMeant());
        m.put("cause", comparison.causeSentence());
        List<Map<String, Object>> causes = new ArrayList<>();
        for (LikelyCause l : comparison.causes()) {
            causes.add(
                    Map.of("text", l.text(), "remedy", l.remedy().describe(), "before", l.before(), "left", l.left()));
        }
        m.put("causes", causes);
        m.put("losses", comparison.losses().stream().map(Loss::text).toList());
        m.put("sides", List.of(side("sent", sent), side("returned", returned)));
        m.put("topics", comparison.topics().stream().map(t -> topic(t, printed)).toList());
        Figure f = worst();
        Clip clip = clip(sent, f.clip());
        double seconds =
                clip == null || Double.isNaN(f.frame()) ? 0 : clip.rate().seconds(f.frame());
        m.put(
                "picture",
                Snapshot.dataUri(Snapshot.over(
                        new Snapshot.Shown(sent, clip),
                        new Snapshot.Shown(returned, clip(returned, f.clip())),
                        seconds,
                        760,
                        520)));
        m.put("moments", moments());
        Series first = shownFirst;
        m.put("plotTitle", first == null ? "" : title(first));
        m.put("plot", first == null ? "" : plot(printed ? Plot.BESIDE : Plot.WIDE, first, printed));
        m.put(
                "pictureAt",
                clip == null
                        ? say("report.Report.at-rest")
                        : say("report.Report.clip-frame", clip.name(), Figure.number(f.frame())));
        return m;
    }

    /** The worst figure that has a place in time, to show that moment. */
    private Figure worst() {
        for (TopicResult t : comparison.topics()) {
            if (t.verdict().isFault() && !t.worst().clip().isEmpty()) {
                return t.worst();
            }
        }
        Clip first = sent.clips().isEmpty() ? null : sent.clips().getFirst();
        return first == null ? Figure.NONE : new Figure(0, "", "", first.name(), first.firstFrame());
    }

    private static @Nullable Clip clip(Scene s, String name) {
        return s.clips().stream().filter(c -> c.name().equals(name)).findFirst().orElse(null);
    }

    private static Map<String, Object> side(String title, Scene s) {
        return Map.of(
                "title", title,
                "name", s.name() + (s.isRescued() ? say("report.Report.damaged-rescued-in-part") : ""),
                "axes", s.stage().axes().describe(),
                "unit", s.stage().unitLabel(),
                "rate", s.stage().rate().label() + " /s",
                "writer", s.stage().writer(),
                "joints", s.joints().size(),
                "points", s.pointCount(),
                "clips", s.clips().size());
    }

    private Map<String, Object> topic(TopicResult t, boolean printed) {
        Map<String, Object> m = new HashMap<>();
        m.put("title", t.topic().title());
        m.put("verdict", t.verdict().word());
        m.put("figure", t.evidence().rows().isEmpty() ? "" : t.worst().number());
        m.put("unit", t.evidence().rows().isEmpty() ? "" : t.worst().unit());
        m.put("summary", t.summary());
        m.put("fault", t.verdict().isFault());
        m.put("subject", t.evidence().subject());
        m.put("columns", t.evidence().columns());
        List<Map<String, Object>> rows = new ArrayList<>();
        for (Evidence.Row r : t.evidence().rows()) {
            if (r.over() && rows.size() < MOST_ROWS) {
                rows.add(Map.of(
                        "subject",
                        r.subject(),
                        "cells",
                        r.cells().stream().map(Report::cell).toList()));
            }
        }
        m.put("rows", rows);
        m.put("more", t.evidence().over() - rows.size());
        List<Map<String, String>> plots = new ArrayList<>();
        for (Series s : t.plots()) {
            if (s != shownFirst) {
                plots.add(Map.of("title", title(s), "svg", plot(Plot.WIDE, s, printed)));
            }
        }
        m.put("plots", plots);
        return m;
    }

    /** The worst moments, each with its picture. */
    private List<Map<String, String>> moments() {
        Filmstrip.Style style = new Filmstrip.Style(Shelf.EMPTY, Palette.DAY, STRIP_WIDTH, STRIP_HEIGHT);
        return Filmstrip.of(sent, returned, comparison, style, Progress.NONE).stream()
                .map(f -> Map.of(
                        "at",
                        f.at(),
                        "figure",
                        f.figure(),
                        "topic",
                        f.moment().topic().title(),
                        "picture",
                        Snapshot.dataUri(f.picture())))
                .toList();
    }

    private static String plot(Plot plot, Series s, boolean printed) {
        return printed ? "<img alt='plot' src='" + plot.dataUri(s) + "'/>" : plot.svg(s);
    }

    private String title(Series s) {
        return s.clip() < 0
                ? s.title()
                : say(
                        "report.Report.clip",
                        s.title(),
                        sent.clips().get(s.clip()).name());
    }

    private static String cell(Object o) {
        return o instanceof Double d ? Figure.number(d) : o.toString();
    }
}
