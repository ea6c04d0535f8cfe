package idleheron.formats.formula;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileNames;
import java.lang.foreign.MemorySegment;
import java.util.Map;
import java.util.Set;

/** The text of a motion as a plan, and what is wrong in it as any file tells it. */
public final class MotionText {
    /** What its files end with, without the first dot. */
    public static final String ENDING = "motion.toml";

    private MotionText() {}

    /**
     * Reads the text of one.
     *
     * @param file its name, for messages and for a clip that is not named
     * @throws FormulaFault where it is none
     */
    public static MotionPlan plan(String file, String text) {
        return MotionReader.read(MotionDocument.of(file, text), stem(file));
    }

    /**
     * Reads a file of one.
     *
     * @param file its name, for messages and for a clip that is not named
     * @throws FormatException where it is too large or no text
     * @throws FormulaFault where it is none
     */
    public static MotionPlan plan(String file, MemorySegment bytes) throws FormatException {
        return MotionReader.read(MotionDocument.read(file, bytes), stem(file));
    }

    /**
     * The keys and values of a file, as they are written.
     *
     * @throws FormatException where it is too large or no text
     * @throws FormulaFault where it is no TOML
     */
    public static Set<Map.Entry<String, Object>> entries(String file, MemorySegment bytes) throws FormatException {
        return MotionDocument.read(file, bytes).root().entrySet();
    }

    /** What is wrong in a motion that was read from a file. */
    public static FormatException broken(FormulaFault f) {
        return FormatException.atColumn(f.file(), f.place().line(), f.place().column(), f.expected(), f.found());
    }

    /** The name of a file without what its kind ends with. */
    public static String stem(String file) {
        return file.endsWith("." + ENDING)
                ? file.substring(0, file.length() - ENDING.length() - 1)
                : FileNames.stem(file);
    }
}
