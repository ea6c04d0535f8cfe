package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.picture.PictureRole;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Who uses a picture.
 *
 * @param materials by name
 * @param roles what it is linked for, without what is not known
 */
record PictureUsers(List<String> materials, Set<PictureRole> roles) {
    /** Of all textures that point to the same picture. */
    static PictureUsers of(Scene s, Texture picture) {
        List<String> names = new ArrayList<>();
        Set<PictureRole> roles = new TreeSet<>();
        for (Material m : s.materials()) {
            for (Material.Use u : m.uses()) {
                Texture t = u.texture() < 0 ? null : s.textures().get(u.texture());
                if (t != null
                        && t.path().equals(picture.path())
                        && t.relative().equals(picture.relative())
                        && t.content() == picture.content()) {
                    PictureRole r = PictureRole.linked(u.property());
                    if (r != PictureRole.UNKNOWN) {
                        roles.add(r);
                    }
                    if (!names.contains(m.name())) {
                        names.add(m.name());
                    }
                }
            }
        }
        return new PictureUsers(names, roles);
    }

    /** Of a picture that lies in a folder, with no scene. */
    static PictureUsers none(PictureRole role) {
        return new PictureUsers(List.of(), role == PictureRole.UNKNOWN ? Set.of() : Set.of(role));
    }

    boolean has(PictureRole role) {
        return roles.contains(role);
    }

    /** " It is used by oilskin, hat, scarf and 4 more."; nothing where nobody is known. */
    String sentence() {
        return materials.isEmpty() ? "" : say("formats.checks.PictureUsers.it-is", text());
    }

    /** "used by oilskin, hat, scarf and 4 more". */
    String text() {
        if (materials.isEmpty()) {
            return say("formats.checks.PictureUsers.used-by-no-material");
        }
        return say("formats.checks.PictureUsers.used-by", Wording.listed(materials));
    }
}
