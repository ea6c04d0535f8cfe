package idleheron.app.picture;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PictureShape;
import idleheron.core.picture.PixelGap;
import idleheron.report.ContactSheet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of one picture of many.
 *
 * @param file as it was named
 * @param targets where it went; none where nothing was written
 * @param role what it is for
 * @param before null where it could not be read
 * @param after null where nothing was written
 * @param did what was done, in words
 * @param gap how far it is from what it was, in its own size; null where nothing was done
 * @param findings about what it was
 * @param alike other files that hold the same or look the same
 * @param failure why it failed, "" where it did not
 * @param small PNGs of what it was and of what it is, a few texels wide; empty where none are kept
 */
public record PictureDone(
        Path file,
        List<Path> targets,
        PictureRole role,
        @Nullable PictureShape before,
        @Nullable PictureShape after,
        List<String> did,
        @Nullable PixelGap gap,
        List<Finding> findings,
        List<Alike> alike,
        String failure,
        List<byte[]> small) {
    /**
     * Another picture like it.
     *
     * @param same whether both files are the same, byte by byte; else they look the same
     */
    public record Alike(Path file, boolean same) {}

    public PictureDone {
        targets = List.copyOf(targets);
        did = List.copyOf(did);
        findings = List.copyOf(findings);
        alike = List.copyOf(alike);
        small = List.copyOf(small);
    }

    static PictureDone failed(Path file, String failure) {
        return new PictureDone(
                file,
                List.of(),
                PictureRole.UNKNOWN,
                null,
                null,
                List.of(),
                null,
                List.of(),
                List.of(),
                failure,
                List.of());
    }

    /** What was done, with its figures; "" where nothing was. */
    public String change() {
        if (after == null || gap == null) {
            return "";
        }
        return told(did, gap);
    }

    /** "green turned; differs by 3 of 255 on average, by 12 at worst, at 7, 9". */
    static String told(List<String> did, PixelGap gap) {
        String what = String.join(", ", did);
        return gap.worst() == 0
                ? say("app.picture.PictureDone.no-texel-differs", what)
                : say(
                        "app.picture.PictureDone.differs-by-of-255-on-average",
                        what,
                        Figure.number(gap.mean()),
                        Figure.number(gap.worst()),
                        gap.x(),
                        gap.y());
    }

    /** What is told of it, line by line: what it was, what it became, what was done, and what is like it. */
    public List<String> lines() {
        List<String> out = new ArrayList<>();
        if (before != null) {
            out.add(before.text());
        }
        if (after != null && gap != null) {
            out.add(say("app.picture.PictureDone.now", after.text()));
            out.add(change());
        }
        like(true, "app.picture.PictureDone.the-same-as", out);
        like(false, "app.picture.PictureDone.looks-the-same-as", out);
        return out;
    }

    private void like(boolean same, String key, List<String> out) {
        List<String> others = alike.stream()
                .filter(a -> a.same() == same)
                .map(a -> a.file().toString())
                .toList();
        if (!others.isEmpty()) {
            out.add(say(key, Wording.listed(others)));
        }
    }

    /** As it stands on a contact sheet. */
    public ContactSheet.Row row() {
        return new ContactSheet.Row(
                file.toString(),
                role == PictureRole.UNKNOWN ? "" : role.word(),
                small,
                lines(),
                findings.stream().map(Finding::title).toList(),
                failure);
    }

    PictureDone with(List<Alike> others) {
        return new PictureDone(file, targets, role, before, after, did, gap, findings, others, failure, small);
    }
}
