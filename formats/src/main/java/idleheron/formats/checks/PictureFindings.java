package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.picture.NormalFacts;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PictureRole;
import idleheron.core.remedy.material.ChangePictures;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureReader;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is told of a picture by what it shows. */
final class PictureFindings {
    /** A picture with less alpha than this all over is as good as not there. */
    private static final double CLEAR = 0.05;

    /** A picture with fewer vectors of unit length than this is none of normals. */
    private static final double FEW = 0.5;

    private final Texture t;
    private final PictureUsers users;
    private final PictureReader.Seen seen;
    private final @Nullable Convention c;
    private final List<Finding> out;

    private PictureFindings(
            Texture t, PictureUsers users, PictureReader.Seen seen, @Nullable Convention c, List<Finding> out) {
        this.t = t;
        this.users = users;
        this.seen = seen;
        this.c = c;
        this.out = out;
    }

    static void of(Texture t, PictureUsers users, PictureReader.Seen seen, @Nullable Convention c, List<Finding> out) {
        PictureFindings f = new PictureFindings(t, users, seen, c, out);
        PictureFacts facts = seen.facts();
        f.size();
        f.alpha(facts);
        f.role(facts);
        if (users.has(PictureRole.NORMAL) && facts.normals().isNormals()) {
            f.normals(facts.normals());
        }
    }

    private void tell(String code, Severity severity, String title, String message, Figure figure) {
        tell(code, severity, title, message, figure, null);
    }

    private void tell(
            String code,
            Severity severity,
            String title,
            String message,
            Figure figure,
            PictureEdit.@Nullable Change mends) {
        out.add(Finding.of(code, severity, Topic.MATERIALS)
                .says(t.fileName() + " " + title, message + users.sentence())
                .measured(figure)
                .mendedBy(mends == null ? null : new ChangePictures(mends, List.of(t.fileName()))));
    }

    private Figure figure(double value, String unit) {
        return Figure.of(value, unit, t.fileName());
    }

    private void size() {
        int longest = Math.max(seen.width(), seen.height());
        int most = c == null ? 0 : c.more().layout().pictureSize();
        if (most > 0 && longest > most) {
            tell(
                    "texture-too-large",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.is-larger-than-the-destination-takes"),
                    say(
                            "formats.checks.PictureFindings.by-pixels-where-at-most-are",
                            seen.width(),
                            seen.height(),
                            most),
                    figure(longest, "pixels"));
        }
        boolean power = Integer.bitCount(seen.width()) == 1 && Integer.bitCount(seen.height()) == 1;
        if (c != null && c.more().layout().powerOfTwo() && !power) {
            tell(
                    "picture-no-power-of-two",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.has-sides-that-are-no-power"),
                    say(
                            "formats.checks.PictureFindings.by-pixels-where-takes-256-512",
                            seen.width(),
                            seen.height(),
                            c.title()),
                    figure(longest, "pixels"));
        }
    }

    private void alpha(PictureFacts f) {
        if (f.alpha() < CLEAR) {
            boolean counts = users.has(PictureRole.OPACITY);
            tell(
                    "texture-almost-clear",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.is-almost-wholly-transparent"),
                    say(
                            "formats.checks.PictureFindings.its-alpha-is-on-average",
                            Figure.number(f.alpha() * 100),
                            (counts
                                    ? say("formats.checks.PictureFindings.it-is-linked-as-opacity-so")
                                    : say("formats.checks.PictureFindings.a-material-that-takes-its-opacity"))),
                    figure(f.alpha() * 100, "%"),
                    PictureEdit.Change.FILL_ALPHA);
        } else if (f.isMultiplied()) {
            tell(
                    "picture-alpha-multiplied",
                    Severity.NOTE,
                    say("formats.checks.PictureFindings.has-colours-multiplied-by-its-alpha"),
                    say("formats.checks.PictureFindings.no-half-clear-texel-is-lighter"),
                    figure(f.half() * 100, say("formats.checks.PictureFindings.half-clear")));
        }
    }

    private void role(PictureFacts f) {
        boolean normals = PictureRole.shown(f) == PictureRole.NORMAL;
        if (users.has(PictureRole.COLOUR) && normals) {
            tell(
                    "picture-of-other-role",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.colours-a-surface-and-is-a"),
                    say(
                            "formats.checks.PictureFindings.of-it-are-vectors-of-unit",
                            Figure.number(100 * f.normals().share())),
                    figure(100 * f.normals().share(), "%"));
        } else if (users.has(PictureRole.NORMAL) && f.normals().share() < FEW) {
            tell(
                    "picture-of-other-role",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.is-linked-for-normals-and-is"),
                    say(
                            "formats.checks.PictureFindings.only-of-it-are-vectors-of",
                            Figure.number(100 * f.normals().share())),
                    figure(100 * f.normals().share(), "%"));
        }
    }

    private void normals(NormalFacts n) {
        if (seen.kind().equals("jpeg")) {
            tell(
                    "normals-lossy",
                    Severity.DRIFTS,
                    say("formats.checks.PictureFindings.holds-normals-as-jpeg"),
                    say("formats.checks.PictureFindings.jpeg-rounds-colours-in-blocks-of"),
                    figure(1, "files"));
        }
        for (FreeProperty p : t.properties()) {
            if (p.name().equals("sourceColorSpace") && p.shown().equals("sRGB")) {
                tell(
                        "normals-as-colour",
                        Severity.DRIFTS,
                        say("formats.checks.PictureFindings.holds-normals-and-is-told-to"),
                        say("formats.checks.PictureFindings.a-reader-bends-its-numbers-by"),
                        figure(1, "files"));
            }
        }
        String wanted = c == null ? "" : c.more().layout().green();
        boolean other = wanted.equals("down") ? n.isUp() : n.isDown();
        if (other) {
            tell(
                    "normals-green-other",
                    wanted.isEmpty() ? Severity.NOTE : Severity.DRIFTS,
                    say(
                            "formats.checks.PictureFindings.has-its-green-running",
                            (n.isDown()
                                    ? say("formats.checks.PictureFindings.downward")
                                    : say("formats.checks.PictureFindings.upward"))),
                    say(
                            "formats.checks.PictureFindings.what-stands-out-looks-pressed-in",
                            (wanted.isEmpty()
                                    ? say("formats.checks.PictureFindings.the-standards-take-it-upward")
                                    : say("formats.checks.PictureFindings.the-destination-takes-it-ward", wanted)),
                            Figure.number(100 * Math.abs(n.green()))),
                    figure(100 * Math.abs(n.green()), say("formats.checks.PictureFindings.sure")),
                    PictureEdit.Change.TURN_GREEN);
        }
    }
}
