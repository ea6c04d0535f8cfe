package idleheron.app.delivery;

import idleheron.core.Wording;
import idleheron.formats.disk.Drafts;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The files of a delivery as a tree below one folder, a line each, with what becomes of them. */
public final class DeliveryTree {
    private DeliveryTree() {}

    /**
     * @param beside a file in whose folder they are told
     * @param files what becomes of each
     */
    public static List<String> lines(Path beside, List<Drafts.Placing> files) {
        Path at = beside.toAbsolutePath().normalize();
        Path top = at.getParent() == null ? at : at.getParent();
        Map<String, List<Drafts.Placing>> folders = new TreeMap<>();
        for (Drafts.Placing f : files) {
            Path in = f.target().getParent();
            String name =
                    in == null ? "" : in.startsWith(top) ? top.relativize(in).toString() : in.toString();
            folders.computeIfAbsent(name, k -> new ArrayList<>()).add(f);
        }
        List<String> out = new ArrayList<>();
        folders.forEach((name, in) -> {
            if (!name.isEmpty()) {
                out.add(name + "/");
            }
            in.stream()
                    .sorted(Comparator.comparing(Drafts.Placing::target))
                    .forEach(f -> out.add((name.isEmpty() ? "" : "  ")
                            + f.target().getFileName() + ": " + Wording.bytes(f.bytes()) + ", " + word(f.change())));
        });
        return out;
    }

    /** "new", "changed" or "same". */
    public static String word(Drafts.Change change) {
        return switch (change) {
            case NEW -> "new";
            case CHANGED -> "changed";
            case SAME -> "same";
        };
    }
}
