package idleheron.core.avatar.role;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * What the name of a joint says of its part in a figure. Names are cut at signs, figures and capitals, and their words looked up in
 * the words of the trade. A hint, never more: many rigs have names that say nothing, or lie.
 */
final class RoleNames {
    /** Parts of a figure as far as a word can tell them. */
    enum Part {
        HIPS,
        SPINE,
        CHEST,
        NECK,
        HEAD,
        EYE,
        JAW,
        SHOULDER,
        UPPER_ARM,
        LOWER_ARM,
        HAND,
        UPPER_LEG,
        LOWER_LEG,
        FOOT,
        TOES,
        THUMB,
        INDEX,
        MIDDLE,
        RING,
        LITTLE,
        /** Of no role: hair, wings, cloth, helpers. */
        OTHER
    }

    private static final Map<String, Set<Part>> WORDS = new HashMap<>();

    static {
        say(Part.HIPS, "hips hip pelvis cog");
        say(Part.SPINE, "spine torso back waist abdomen belly stomach lumbar trunk");
        say(Part.CHEST, "chest ribcage ribs thorax breastbone sternum upperbody");
        say(Part.NECK, "neck cervical");
        say(Part.HEAD, "head skull cranium");
        say(Part.EYE, "eye eyeball");
        say(Part.JAW, "jaw chin mandible");
        say(Part.SHOULDER, "clavicle clav collar collarbone scapula shoulder");
        say(Part.UPPER_ARM, "upperarm uparm bicep humerus arm shoulder");
        say(Part.LOWER_ARM, "forearm lowerarm lowarm loarm elbow ulna radius");
        say(Part.HAND, "hand wrist palm");
        say(Part.UPPER_LEG, "upperleg upleg thigh femur leg hip");
        say(Part.LOWER_LEG, "lowerleg lowleg loleg knee shin calf crus tibia leg");
        say(Part.FOOT, "foot ankle");
        say(Part.TOES, "toe toes ball toebase");
        say(Part.THUMB, "thumb");
        say(Part.INDEX, "index pointer");
        say(Part.MIDDLE, "middle mid");
        say(Part.RING, "ring");
        say(Part.LITTLE, "little pinky pinkie");
        say(
                Part.OTHER,
                "hair wing tail skirt cape cloth strap scarf ear twist roll helper target pole ctl ctrl control ik fk sleeve"
                        + " satchel bag belt sword prop weapon socket hat lock braid ponytail breast tongue tooth teeth brow"
                        + " lip cheek nose root origin");
    }

    private RoleNames() {}

    private static void say(Part part, String words) {
        for (String w : words.split(" ")) {
            WORDS.computeIfAbsent(w, k -> EnumSet.noneOf(Part.class)).add(part);
        }
    }

    /** What a name may mean; empty where it says nothing. */
    static Set<Part> parts(String name) {
        List<String> words = words(name);
        EnumSet<Part> out = EnumSet.noneOf(Part.class);
        boolean up = words.contains("upper") || words.contains("up");
        boolean low =
                words.contains("lower") || words.contains("low") || words.contains("lo") || words.contains("fore");
        for (String w : words) {
            Set<Part> p = WORDS.getOrDefault(w, Set.of());
            if (p.contains(Part.OTHER)) {
                return EnumSet.of(Part.OTHER);
            }
            out.addAll(p);
            if (w.equals("arm") && low) {
                out.remove(Part.UPPER_ARM);
                out.add(Part.LOWER_ARM);
            }
            if (w.equals("leg") && (up || low)) {
                out.remove(up ? Part.LOWER_LEG : Part.UPPER_LEG);
            }
        }
        if (out.contains(Part.TOES)) {
            out.remove(Part.FOOT);
        }
        boolean finger = out.contains(Part.THUMB)
                || out.contains(Part.INDEX)
                || out.contains(Part.MIDDLE)
                || out.contains(Part.RING)
                || out.contains(Part.LITTLE);
        if (finger) {
            out.remove(Part.HAND);
            if (out.contains(Part.SPINE)) {
                out.remove(Part.MIDDLE);
            }
        }
        if (side(name).isEmpty()) {
            out.remove(Part.UPPER_LEG);
        } else {
            out.remove(Part.HIPS);
        }
        return out;
    }

    /** 1 where a name says a part, -1 where it says another, 0 where it says nothing. */
    static int agrees(String name, Part part) {
        Set<Part> said = parts(name);
        return said.isEmpty() ? 0 : said.contains(part) ? 1 : -1;
    }

    /** "left", "right" or "", as the name says. */
    static String side(String name) {
        boolean left = false;
        boolean right = false;
        for (String w : words(name)) {
            left |= w.equals("l") || w.equals("left") || w.equals("lft") || w.equals("lf");
            right |= w.equals("r") || w.equals("right") || w.equals("rgt") || w.equals("rt");
        }
        return left == right ? "" : left ? "left" : "right";
    }

    /** The words of a name in small letters: "J_Bip_L_UpperArm01" as j, bip, l, upper, arm, and two that follow each other as one. */
    static List<String> words(String name) {
        String plain = name.substring(name.lastIndexOf(':') + 1)
                .replaceAll("([a-z])([A-Z])", "$1 $2")
                .replaceAll("([A-Z])([A-Z][a-z])", "$1 $2")
                .replaceAll("[^A-Za-z]+", " ")
                .trim()
                .toLowerCase(Locale.ROOT);
        if (plain.isEmpty()) {
            return List.of();
        }
        List<String> out = new ArrayList<>();
        for (String w : plain.split(" ")) {
            // "leftarm", "rhand" and "upperarml" are written as one word by some
            if (!WORDS.containsKey(w)) {
                String cut = cut(w, out);
                out.add(cut);
            } else {
                out.add(w);
            }
        }
        int n = out.size();
        for (int i = 0; i + 1 < n; i++) {
            out.add(out.get(i) + out.get(i + 1));
        }
        return out;
    }

    /** A word without a side at either end, which is put down as a word of its own. */
    private static String cut(String w, List<String> out) {
        for (String side : List.of("left", "right", "l", "r")) {
            String start = w.startsWith(side) ? w.substring(side.length()) : "";
            String end = w.endsWith(side) ? w.substring(0, w.length() - side.length()) : "";
            for (String rest : List.of(start, end)) {
                if (rest.length() > 2 && (WORDS.containsKey(rest) || side.length() > 1)) {
                    out.add(side);
                    return rest;
                }
            }
        }
        return w;
    }
}
