package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;

/** Clips that did not arrive, were merged, cut, stretched over the scene's range, or lost keys. */
public final class ClipLosses {
    private static final double FRAME = 1e-3;

    private ClipLosses() {}

    /** Clips that did not arrive, were merged or cut, or lost keys. */
    public static void find(Pair p, List<Loss> out) {
        arrived(p, out);
        ranges(p, out);
        keys(p, out);
    }

    private static void arrived(Pair p, List<Loss> out) {
        int sent = p.sent.clips().size();
        int returned = p.returned.clips().size();
        List<String> missing = new ArrayList<>();
        for (int c = 0; c < sent; c++) {
            if (p.matching.clips()[c] < 0) {
                missing.add(p.sent.clips().get(c).name());
            }
        }
        if (missing.isEmpty()) {
            return;
        }
        double all = p.sent.clips().stream().mapToDouble(Clip::length).sum();
        if (returned == 1 && sent > 1) {
            Clip only = p.returned.clips().getFirst();
            double rate = p.sent.stage().rate().perSecond();
            // One clip after the other, with or without a frame between them.
            double left = (only.length() - all) * rate;
            if (left > -FRAME
                    && left < sent + FRAME
                    && all > p.sent.clips().getFirst().length()) {
                out.add(new Loss(
                        "clips-merged",
                        Topic.CLIPS,
                        say("core.character.loss.ClipLosses.clips-were-merged-into-one", sent, only.name()),
                        in(sent, say("core.character.loss.ClipLosses.clips"), only.name())));
                return;
            }
            if (p.matching.clips()[0] == 0) {
                out.add(new Loss(
                        "only-first-clip",
                        Topic.CLIPS,
                        say(
                                "core.character.loss.ClipLosses.only-the-first-of-clips-arrived",
                                sent,
                                Wording.listed(missing)),
                        Figure.of(missing.size(), say("core.character.loss.ClipLosses.clips"))));
                return;
            }
        }
        out.add(new Loss(
                "clips-missing",
                Topic.CLIPS,
                say(
                        "core.character.loss.ClipLosses.did-not-arrive",
                        Wording.counted(missing.size(), "clip", "clips"),
                        Wording.listed(missing)),
                Figure.of(missing.size(), say("core.character.loss.ClipLosses.clips"))));
    }

    private static void ranges(Pair p, List<Loss> out) {
        List<String> late = new ArrayList<>();
        List<String> early = new ArrayList<>();
        List<String> scene = new ArrayList<>();
        double mostLate = 0;
        double mostEarly = 0;
        for (Pair.Clips both : p.clips()) {
            Clip a = both.sent();
            Clip b = both.returned();
            double rate = a.rate().perSecond();
            double start = (b.startSeconds() - a.startSeconds()) * rate;
            double end = (a.endSeconds() - b.endSeconds()) * rate;
            boolean declared = Math.abs(b.startSeconds() - p.returned.stage().startSeconds()) * rate < FRAME
                    && Math.abs(b.endSeconds() - p.returned.stage().endSeconds()) * rate < FRAME;
            if (declared && end < -FRAME) {
                scene.add(a.name());
            } else {
                if (start > FRAME && Math.abs(end) < Math.abs(start) + FRAME && Math.abs(start + end) > FRAME) {
                    late.add(a.name());
                    mostLate = Math.max(mostLate, start);
                }
                if (end > FRAME && Math.abs(start + end) > FRAME) {
                    early.add(a.name());
                    mostEarly = Math.max(mostEarly, end);
                }
            }
        }
        told("clip-cut-at-start", true, late, mostLate, out);
        told("clip-cut-at-end", false, early, mostEarly, out);
        if (!scene.isEmpty()) {
            out.add(new Loss(
                    "scene-range-taken",
                    Topic.CLIPS,
                    say("core.character.loss.ClipLosses.the-range-of-the-scene-was", Wording.listed(scene)),
                    Figure.of(scene.size(), say("core.character.loss.ClipLosses.clips"))));
        }
    }

    private static void told(String code, boolean start, List<String> names, double frames, List<Loss> out) {
        if (!names.isEmpty()) {
            String clips = Wording.listed(names);
            // a part of a frame is said as a number of them
            String count = Math.abs(frames - 1) < 1e-6
                    ? Wording.counted(1, "frame")
                    : say("core.character.loss.ClipLosses.some-frames", Figure.number(frames));
            boolean one = names.size() == 1;
            String text;
            if (start) {
                text = one
                        ? say("core.character.loss.ClipLosses.begins-late", clips, count)
                        : say("core.character.loss.ClipLosses.begin-late", clips, count);
            } else {
                text = one
                        ? say("core.character.loss.ClipLosses.ends-early", clips, count)
                        : say("core.character.loss.ClipLosses.end-early", clips, count);
            }
            out.add(new Loss(
                    code,
                    Topic.CLIPS,
                    text,
                    in(frames, say("core.character.loss.ClipLosses.frames"), names.getFirst())));
        }
    }

    private static void keys(Pair p, List<Loss> out) {
        for (Pair.Clips both : p.clips()) {
            Clip a = both.sent();
            Clip b = both.returned();
            double from = Math.max(a.startSeconds(), b.startSeconds()) - 1e-6;
            double to = Math.min(a.endSeconds(), b.endSeconds()) + 1e-6;
            long before = count(a, from, to);
            long after = count(b, from, to);
            if (after == 0 || after >= before * 0.9) {
                continue;
            }
            double sa = spacing(a);
            double sb = spacing(b);
            if (sa > 0 && Math.abs(sb / sa - 2) < 0.02) {
                out.add(new Loss(
                        "resampled-at-half-rate",
                        Topic.CLIPS,
                        say(
                                "core.character.loss.ClipLosses.was-resampled-at-half-its-rate",
                                a.name(),
                                Figure.number(Math.rint(sb * a.rate().perSecond()))),
                        in((double) after, say("core.character.loss.ClipLosses.keys"), a.name())));
            } else {
                out.add(new Loss(
                        "keys-reduced",
                        Topic.CLIPS,
                        say("core.character.loss.ClipLosses.keys-of-were-reduced-from-to", a.name(), before, after),
                        in((double) after, say("core.character.loss.ClipLosses.keys"), a.name())));
            }
        }
    }

    private static Figure in(double value, String unit, String clip) {
        return new Figure(value, unit, "", clip, Double.NaN);
    }

    /** Keys of moving curves within a span of seconds. */
    private static long count(Clip c, double from, double to) {
        return c.keySeconds().filter(t -> t >= from && t <= to).count();
    }

    /** Seconds from key to key where they are the same on all curves of more than three keys; else 0. */
    private static double spacing(Clip c) {
        double[] found = {0, 0};
        c.nodeCurves().filter(k -> k.keys() > 3).forEach(k -> {
            // The first and the last step may be shorter, where the clip's ends are no multiple of it.
            for (int i = 2; i + 1 < k.keys(); i++) {
                double d = k.seconds()[i] - k.seconds()[i - 1];
                found[1] += found[0] > 0 && Math.abs(d / found[0] - 1) > 0.01 ? 1 : 0;
                found[0] = found[0] == 0 ? d : found[0];
            }
        });
        return found[1] > 0 ? 0 : found[0];
    }
}
