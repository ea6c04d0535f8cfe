package idleheron.formats.obj.document;

import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.List;

/**
 * A library of materials: {@code newmtl NAME}, and below it one line for each property, {@code Kd 0.6 0.4 0.2} or {@code map_Kd [options]
 * FILE}. All lines are kept in their order.
 *
 * @param materials in the order of the text; a name may come twice
 */
public record MtlFile(List<Surface> materials) {
    /** So much of a library is read. */
    public static final long LARGEST = 64L << 20;

    public MtlFile {
        materials = List.copyOf(materials);
    }

    /** One material. */
    public record Surface(String name, List<Line> lines) {
        public Surface {
            lines = List.copyOf(lines);
        }
    }

    /**
     * One property.
     *
     * @param key its word: "Kd", "map_Kd"
     * @param value what stands behind it
     */
    public record Line(String key, String value) {
        /** Whether it names a picture. */
        public boolean isMap() {
            String k = key.toLowerCase(java.util.Locale.ROOT);
            return k.startsWith("map_")
                    || k.equals("bump")
                    || k.equals("norm")
                    || k.equals("disp")
                    || k.equals("decal")
                    || k.equals("refl");
        }

        /** Its first numbers, as many as there are, at most three. */
        public double[] numbers() {
            String[] words = value.isBlank() ? new String[0] : value.strip().split("\\s+");
            double[] out = new double[Math.min(3, words.length)];
            for (int i = 0; i < out.length; i++) {
                try {
                    out[i] = Double.parseDouble(words[i]);
                } catch (NumberFormatException e) {
                    return java.util.Arrays.copyOf(out, i);
                }
            }
            return out;
        }
    }

    /**
     * @param notes takes what is to be said of it
     * @throws FormatException where it is no text
     */
    public static MtlFile read(String file, MemorySegment bytes, List<String> notes) throws FormatException {
        byte[] text = ObjText.of(file, bytes, notes).toArray(ValueLayout.JAVA_BYTE);
        ObjCursor c = new ObjCursor(text, text.length);
        List<Surface> out = new ArrayList<>();
        String name = "";
        List<Line> lines = new ArrayList<>();
        boolean open = false;
        while (!c.atEnd()) {
            if (c.word()) {
                String key = c.text();
                String value = c.rest();
                if (key.equals("newmtl")) {
                    if (open) {
                        out.add(new Surface(name, lines));
                    }
                    name = value;
                    lines = new ArrayList<>();
                    open = true;
                } else if (open) {
                    lines.add(new Line(key, value));
                }
            }
            c.nextLine();
        }
        if (open) {
            out.add(new Surface(name, lines));
        }
        return new MtlFile(out);
    }
}
