package idleheron.formats.checks;

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
                    "is larger than the destination takes",
                    seen.width() + " by " + seen.height() + " pixels, where at most " + most
                            + " are taken. It is resized when pictures travel beside or inside.",
                    figure(longest, "pixels"));
        }
        boolean power = Integer.bitCount(seen.width()) == 1 && Integer.bitCount(seen.height()) == 1;
        if (c != null && c.more().layout().powerOfTwo() && !power) {
            tell(
                    "picture-no-power-of-two",
                    Severity.DRIFTS,
                    "has sides that are no power of two",
                    seen.width() + " by " + seen.height() + " pixels, where " + c.title()
                            + " takes 256, 512, 1024 and such.",
                    figure(longest, "pixels"));
        }
    }

    private void alpha(PictureFacts f) {
        if (f.alpha() < CLEAR) {
            boolean counts = users.has(PictureRole.OPACITY);
            tell(
                    "texture-almost-clear",
                    Severity.DRIFTS,
                    "is almost wholly transparent",
                    "Its alpha is " + Figure.number(f.alpha() * 100) + " % on average. "
                            + (counts
                                    ? "It is linked as opacity, so that what it is on vanishes."
                                    : "A material that takes its opacity from it vanishes."),
                    figure(f.alpha() * 100, "%"),
                    PictureEdit.Change.FILL_ALPHA);
        } else if (f.isMultiplied()) {
            tell(
                    "picture-alpha-multiplied",
                    Severity.NOTE,
                    "has colours multiplied by its alpha",
                    "No half clear texel is lighter than its alpha. A reader that multiplies once more draws dark edges.",
                    figure(f.half() * 100, "% half clear"));
        }
    }

    private void role(PictureFacts f) {
        boolean normals = PictureRole.shown(f) == PictureRole.NORMAL;
        if (users.has(PictureRole.COLOUR) && normals) {
            tell(
                    "picture-of-other-role",
                    Severity.DRIFTS,
                    "colours a surface and is a picture of normals",
                    Figure.number(100 * f.normals().share()) + " % of it are vectors of unit length.",
                    figure(100 * f.normals().share(), "%"));
        } else if (users.has(PictureRole.NORMAL) && f.normals().share() < FEW) {
            tell(
                    "picture-of-other-role",
                    Severity.DRIFTS,
                    "is linked for normals and is none of them",
                    "Only " + Figure.number(100 * f.normals().share()) + " % of it are vectors of unit length.",
                    figure(100 * f.normals().share(), "%"));
        }
    }

    private void normals(NormalFacts n) {
        if (seen.kind().equals("jpeg")) {
            tell(
                    "normals-lossy",
                    Severity.DRIFTS,
                    "holds normals as JPEG",
                    "JPEG rounds colours in blocks of 8 by 8, which is seen in the light. PNG or TGA keep them.",
                    figure(1, "files"));
        }
        for (FreeProperty p : t.properties()) {
            if (p.name().equals("sourceColorSpace") && p.shown().equals("sRGB")) {
                tell(
                        "normals-as-colour",
                        Severity.DRIFTS,
                        "holds normals and is told to be sRGB",
                        "A reader bends its numbers by the curve of colours; normals are raw.",
                        figure(1, "files"));
            }
        }
        String wanted = c == null ? "" : c.more().layout().green();
        boolean other = wanted.equals("down") ? n.isUp() : n.isDown();
        if (other) {
            tell(
                    "normals-green-other",
                    wanted.isEmpty() ? Severity.NOTE : Severity.DRIFTS,
                    "has its green running " + (n.isDown() ? "downward" : "upward"),
                    (wanted.isEmpty() ? "The standards take it upward" : "The destination takes it " + wanted + "ward")
                            + "; what stands out looks pressed in. "
                            + Figure.number(100 * Math.abs(n.green()))
                            + " % sure, by the curl of the heights it implies.",
                    figure(100 * Math.abs(n.green()), "% sure"),
                    PictureEdit.Change.TURN_GREEN);
        }
    }
}
