package idleheron.formats.obj.bridge;

import idleheron.core.scene.Placement;
import idleheron.formats.obj.document.MtlMap;
import idleheron.formats.obj.document.ObjOut;
import java.util.Locale;

/** How a picture lies, in the options of a material's map: -s times the coordinates, then -o more, and -clamp on. */
public final class ObjPlacement {
    private ObjPlacement() {}

    /** What the options of a map say of it. */
    public static Placement of(MtlMap map) {
        double[] scale = {1, 1};
        double[] move = {0, 0};
        boolean clamped = false;
        String[] words = map.options().split(" ");
        for (int i = 0; i + 1 < words.length; i++) {
            switch (words[i].toLowerCase(Locale.ROOT)) {
                case "-s" -> numbers(words, i + 1, scale);
                case "-o" -> numbers(words, i + 1, move);
                case "-clamp" -> clamped = words[i + 1].equalsIgnoreCase("on");
                default -> {}
            }
        }
        Placement.Wrap beyond = clamped ? Placement.Wrap.CLAMP : Placement.Wrap.REPEAT;
        return Placement.of(scale[0], scale[1], 0, move[0], move[1]).wrapped(beyond, beyond);
    }

    /** The options for how a picture lies, each behind a blank, "" for none; there are none that turn or mirror it. */
    public static String options(Placement lies) {
        Placement.Parts by = lies.parts();
        StringBuilder out = new StringBuilder();
        if (!lies.isPlain()) {
            out.append(" -s ").append(ObjOut.text(by.scaleU())).append(' ');
            out.append(ObjOut.text(by.scaleV())).append(" 1 -o ");
            out.append(ObjOut.text(by.moveU())).append(' ');
            out.append(ObjOut.text(by.moveV())).append(" 0");
        }
        boolean clamped = lies.acrossU() == Placement.Wrap.CLAMP && lies.acrossV() == Placement.Wrap.CLAMP;
        return clamped ? out.append(" -clamp on").toString() : out.toString();
    }

    private static void numbers(String[] words, int from, double[] into) {
        for (int i = 0; i < into.length && from + i < words.length && MtlMap.isNumber(words[from + i]); i++) {
            into[i] = Double.parseDouble(words[from + i]);
        }
    }
}
