package idleheron.core.avatar.role;

import java.util.List;
import java.util.Random;

/** Names of joints by one custom of many. */
final class RandomNames {
    private final Random r;
    private final int custom;
    private final String prefix;
    private int number;

    RandomNames(Random r, List<String> what) {
        this.r = r;
        custom = r.nextInt(6);
        prefix = List.of("", "imp_", "rig:", "J_Bip_", "").get(r.nextInt(5));
        what.add("names " + custom);
    }

    String of(String label) {
        number++;
        String side = label.startsWith("l ") ? "L" : label.startsWith("r ") ? "R" : "";
        String bare = side.isEmpty() ? label : label.substring(2);
        return switch (custom) {
            case 0 -> "bone_" + number * 7 % 1000;
            case 1 ->
                prefix + bare.replace(' ', '_') + (side.isEmpty() ? "" : "_" + side) + (number > 200 ? number : "");
            case 2 -> prefix + (side.isEmpty() ? "" : side.equals("L") ? "Left" : "Right") + camel(bare);
            case 3 -> prefix + (side.isEmpty() ? "" : side.equals("L") ? "Right" : "Left") + camel(bare);
            case 4 -> "joint" + r.nextInt(100_000);
            default -> "x";
        };
    }

    private static String camel(String words) {
        StringBuilder out = new StringBuilder();
        for (String w : words.split(" ")) {
            out.append(Character.toUpperCase(w.charAt(0))).append(w.substring(1));
        }
        return out.toString();
    }
}
