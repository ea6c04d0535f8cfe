package idleheron.core.avatar;

import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Which blend shapes seem to be the faces of the standard, by the words in their names: "mouth_A" is aa, "EyeBlink_L" blinkLeft. A
 * vowel counts only beside a word for the mouth, since a single letter says little.
 */
public final class ExpressionFinder {
    private static final Set<String> MOUTH = Set.of("mouth", "viseme", "vowel", "lip", "lips", "phoneme", "mth", "v");
    private static final Set<String> EYE = Set.of("eye", "eyes", "eyelid", "eyelids", "lid", "lids");
    private static final Map<String, String> WORDS = new LinkedHashMap<>();

    static {
        say("happy", "happy joy joyful smile smiling glad");
        say("angry", "angry anger mad cross");
        say("sad", "sad sorrow sorry grief");
        say("relaxed", "relaxed relax calm fun");
        say("surprised", "surprised surprise astonished shock");
    }

    private ExpressionFinder() {}

    private static void say(String face, String words) {
        for (String w : words.split(" ")) {
            WORDS.put(w, face);
        }
    }

    /** Per expression of the standard the names of the blend shapes that are it together. */
    public static Map<String, List<String>> find(Scene scene) {
        Map<String, List<String>> out = new TreeMap<>();
        for (String shape : shapes(scene)) {
            String face = face(shape);
            if (face != null) {
                out.computeIfAbsent(face, f -> new ArrayList<>()).add(shape);
            }
        }
        List<String> left = out.getOrDefault("blinkLeft", List.of());
        List<String> right = out.getOrDefault("blinkRight", List.of());
        if (!out.containsKey("blink") && !left.isEmpty() && !right.isEmpty()) {
            List<String> both = new ArrayList<>(left);
            both.addAll(right);
            out.put("blink", both);
        }
        return out;
    }

    /** Names of the blend shapes of all meshes that are shown, each once. */
    public static Set<String> shapes(Scene scene) {
        Set<String> out = new LinkedHashSet<>();
        scene.nodes().stream()
                .filter(n -> n.kind() == NodeKind.MESH && n.payload() >= 0)
                .forEach(n -> scene.meshes().get(n.payload()).shapes().stream()
                        .map(BlendShape::name)
                        .forEach(out::add));
        return out;
    }

    /** The expression that a name speaks of, or null. */
    static @Nullable String face(String name) {
        List<String> words = words(name);
        String side = side(words);
        if (EYE.stream().anyMatch(words::contains) && (words.contains("close") || words.contains("closed"))
                || words.contains("blink")
                || words.contains("wink")) {
            return side.isEmpty() ? "blink" : "blink" + side;
        }
        if (words.contains("look") || words.contains("gaze")) {
            String way = words.contains("up") ? "Up" : words.contains("down") ? "Down" : side;
            return way.isEmpty() || (way.equals("Up") || way.equals("Down")) && !side.isEmpty() ? null : "look" + way;
        }
        for (String w : words) {
            String face = WORDS.get(w);
            if (face != null && side.isEmpty()) {
                return face;
            }
        }
        boolean mouth = MOUTH.stream().anyMatch(words::contains);
        if ((mouth || words.contains("jaw")) && words.contains("open") && side.isEmpty()) {
            return "aa";
        }
        for (String w : words) {
            String vowel = vowel(w, mouth || words.size() == 1 && w.length() == 2);
            if (vowel != null) {
                return vowel;
            }
        }
        return null;
    }

    private static @Nullable String vowel(String w, boolean mouth) {
        return switch (mouth ? w : "") {
            case "a", "aa", "ah" -> "aa";
            case "i", "ih" -> "ih";
            case "u", "ou" -> "ou";
            case "e", "ee", "eh" -> "ee";
            case "o", "oh" -> "oh";
            default -> null;
        };
    }

    private static String side(List<String> words) {
        boolean left = words.contains("l") || words.contains("left");
        boolean right = words.contains("r") || words.contains("right");
        return left == right ? "" : left ? "Left" : "Right";
    }

    /** "BS_EyeBlinkLeft01" as bs, eye, blink, left. */
    private static List<String> words(String name) {
        String plain = name.substring(name.lastIndexOf('.') + 1)
                .replaceAll("([a-z])([A-Z])", "$1 $2")
                .replaceAll("[^A-Za-z]+", " ")
                .strip()
                .toLowerCase(Locale.ROOT);
        return plain.isEmpty() ? List.of() : List.of(plain.split(" "));
    }
}
