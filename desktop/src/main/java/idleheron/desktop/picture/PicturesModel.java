package idleheron.desktop.picture;

import static idleheron.core.Messages.say;

import idleheron.app.picture.PictureDone;
import idleheron.app.picture.PicturesAtHand;
import idleheron.core.Verdict;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PictureShape;
import idleheron.core.picture.UsedTexels;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.material.PutPicture;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.desktop.widget.FindingCard;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the sheet of pictures shows: the pictures at hand, what is told of each, and the places of materials they can go to. */
public final class PicturesModel {
    /** Places that every material has, by what they are for. */
    private static final Map<PictureRole, String> USUAL = usual();

    private final Scene scene;
    private final PicturesAtHand all;
    private final List<Finding> findings;
    private final double[] used;

    private PicturesModel(Scene scene, PicturesAtHand all, List<Finding> findings) {
        this.scene = scene;
        this.all = all;
        this.findings = List.copyOf(findings);
        this.used = UsedTexels.shares(scene);
    }

    private static Map<PictureRole, String> usual() {
        Map<PictureRole, String> out = new LinkedHashMap<>();
        out.put(PictureRole.COLOUR, Material.DIFFUSE);
        out.put(PictureRole.NORMAL, "NormalMap");
        out.put(PictureRole.EMISSION, "EmissiveColor");
        out.put(PictureRole.OPACITY, "TransparentColor");
        return out;
    }

    /**
     * Looks at all pictures at hand.
     *
     * @param findings that are open, about anything
     */
    public static PicturesModel of(Scene scene, List<Finding> findings, Progress progress) throws IOException {
        return new PicturesModel(scene, PicturesAtHand.of(scene, progress), findings);
    }

    public PicturesAtHand all() {
        return all;
    }

    /**
     * A place for a picture.
     *
     * @param word what it is for: "normals"
     * @param file name of the picture that is there, or ""
     */
    public record Slot(String material, String property, String word, String file) {
        /** "normals: oilskin_normal.png". */
        public String text() {
            return word + ": " + (file.isEmpty() ? say("desktop.picture.PicturesModel.none") : file);
        }
    }

    /** The places of each material: those that have a picture, then those that could. */
    public Map<String, List<Slot>> slots() {
        Map<String, List<Slot>> out = new LinkedHashMap<>();
        for (Material m : scene.materials()) {
            List<Slot> slots = out.computeIfAbsent(m.name(), n -> new ArrayList<>());
            for (Material.Use u : m.uses()) {
                PictureRole role = PictureRole.linked(u.property());
                String file =
                        u.texture() < 0 ? "" : scene.textures().get(u.texture()).fileName();
                slots.add(new Slot(
                        m.name(), u.property(), role == PictureRole.UNKNOWN ? u.property() : role.word(), file));
            }
            USUAL.forEach((role, property) -> {
                if (slots.stream().noneMatch(s -> PictureRole.linked(s.property) == role)) {
                    slots.add(new Slot(m.name(), property, role.word(), ""));
                }
            });
        }
        return out;
    }

    /** The remedy that puts a picture in a place. */
    public static Remedy put(Slot slot, PicturesAtHand.Picture picture) {
        return new PutPicture(slot.material, slot.property, picture.path());
    }

    /** Whether a picture by its role belongs in a place. */
    public static boolean suits(Slot slot, PicturesAtHand.Picture picture) {
        PictureDone look = picture.look();
        return look != null && look.role() != PictureRole.UNKNOWN && PictureRole.linked(slot.property) == look.role();
    }

    /** What is done to a picture by the remedies so far. */
    public List<PictureEdit.Change> edits(PicturesAtHand.Picture p) {
        return PictureEdit.of(scene, p.name());
    }

    /** What stands on a card: "colour" and "1024 × 512 px", or "not found". */
    public static List<String> told(PicturesAtHand.Picture p) {
        PictureDone look = p.look();
        PictureShape shape = look == null ? null : look.before();
        if (look == null || shape == null) {
            return List.of(
                    look == null
                            ? say("desktop.picture.PicturesModel.not-found")
                            : say("desktop.picture.PicturesModel.cannot-be-read"));
        }
        String size = say("desktop.picture.PicturesModel.px", shape.width(), shape.height());
        return look.role() == PictureRole.UNKNOWN
                ? List.of(size)
                : List.of(look.role().word(), size);
    }

    /** What is told of a picture, a line each. */
    public List<String> lines(PicturesAtHand.Picture p) {
        List<String> out = new ArrayList<>();
        PictureDone look = p.look();
        if (look == null) {
            out.add(say("desktop.picture.PicturesModel.there-is-no-file-at", p.path()));
        } else if (look.before() == null) {
            out.add(look.failure());
        } else {
            out.addAll(look.lines());
        }
        out.addAll(p.users().isEmpty() ? List.of(say("desktop.picture.PicturesModel.on-no-material")) : p.users());
        for (int i = 0; i < used.length; i++) {
            if (used[i] >= 0 && scene.textures().get(i).fileName().equals(p.name())) {
                out.add(say("desktop.picture.PicturesModel.faces-use-of-it", Math.round(100 * used[i])));
                break;
            }
        }
        if (!p.sent().isEmpty()) {
            out.add(say("desktop.picture.PicturesModel.when-sent", p.sent()));
        }
        return out;
    }

    /** What is noticed about a picture. */
    public List<Finding> findings(PicturesAtHand.Picture p) {
        return findings.stream()
                .filter(f -> f.figure().subject().equals(p.name()))
                .toList();
    }

    public Verdict mark(PicturesAtHand.Picture p) {
        PictureDone look = p.look();
        if (look == null) {
            return Verdict.DRIFTED;
        }
        if (look.before() == null) {
            return Verdict.BROKEN;
        }
        return findings(p).stream()
                .map(Finding::severity)
                .min(Comparator.naturalOrder())
                .map(FindingCard::verdict)
                .orElse(Verdict.CLEAN);
    }
}
