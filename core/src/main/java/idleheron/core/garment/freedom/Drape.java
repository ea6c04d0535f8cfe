package idleheron.core.garment.freedom;

import static idleheron.core.Messages.say;

import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** What is said of how a garment's cloth behaves: properties of the node that shows it, one number each. */
public final class Drape {
    /** One thing that can be said. */
    public enum Setting {
        STRETCH("stretch", "m/N", 1e-9, 1e-3, 1e-7),
        BEND("bend", "m/N", 1e-8, 0.1, 1e-5),
        DENSITY("density", "kg/m²", 0.03, 3, 0.2),
        FRICTION("friction", "", 0, 2, 0.3),
        THICKNESS("thickness", "m", 1e-4, 0.05, 0.003),
        SUB_STEPS("sub_steps", say("core.garment.freedom.Drape.a-frame"), 1, 200, 20),
        FREEDOM("freedom", "m", 1e-3, 3, 0.2);

        private static final String BEFORE = "drape_";

        private final String word;
        private final String unit;
        private final double least;
        private final double most;
        private final double usual;

        Setting(String word, String unit, double least, double most, double usual) {
            this.word = word;
            this.unit = unit;
            this.least = least;
            this.most = most;
            this.usual = usual;
        }

        /** As a property is called. */
        public String property() {
            return BEFORE + word;
        }

        /** As it is told. */
        public String word() {
            return word.replace('_', ' ');
        }

        /** Of its value, "" for none. */
        public String unit() {
            return unit;
        }

        /** What a middling cotton has, and what a rehearsal takes where nothing is said. */
        public double usual() {
            return usual;
        }

        /** The least that is plausible. */
        public double least() {
            return least;
        }

        /** The largest that is plausible. */
        public double most() {
            return most;
        }

        /** Whether cloth can be so; not a number is not. */
        public boolean isPlausible(double v) {
            return v >= least && v <= most;
        }

        /**
         * The one that is told by a word.
         *
         * @throws IllegalArgumentException where there is none
         */
        public static Setting told(String word) {
            for (Setting s : values()) {
                if (s.word.equals(word.strip().replace(' ', '_').replace('-', '_'))) {
                    return s;
                }
            }
            throw new IllegalArgumentException(say(
                    "core.garment.freedom.Drape.no-setting-there-are",
                    word,
                    String.join(
                            ", ",
                            java.util.Arrays.stream(values()).map(v -> v.word).toList())));
        }
    }

    private final Map<Setting, Double> said;

    private Drape(Map<Setting, Double> said) {
        this.said = said;
    }

    /** What a node says. */
    public static Drape of(Node n) {
        Map<Setting, Double> said = new EnumMap<>(Setting.class);
        for (Setting s : Setting.values()) {
            for (FreeProperty p : n.properties()) {
                if (p.name().equalsIgnoreCase(s.property())) {
                    double v = number(p.value());
                    said.put(s, v);
                }
            }
        }
        return new Drape(said);
    }

    private static double number(FreeProperty.Value v) {
        return switch (v) {
            case FreeProperty.Numbers n -> n.values().length == 1 ? n.values()[0] : Double.NaN;
            case FreeProperty.Whole w -> w.values().length == 1 ? w.values()[0] : Double.NaN;
            case FreeProperty.Text t -> parsed(t.text());
            case FreeProperty.Several s -> Double.NaN;
        };
    }

    private static double parsed(String text) {
        try {
            return Double.parseDouble(text.strip());
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }

    /** Whether the node says it, plausible or not. */
    public boolean isSaid(Setting s) {
        return said.containsKey(s);
    }

    /** Whether nothing is said. */
    public boolean isEmpty() {
        return said.isEmpty();
    }

    /** What is said, or what is usual. */
    public double get(Setting s) {
        return said.getOrDefault(s, s.usual());
    }

    /** The length that a freedom of 1 stands for, metres: as said, or what is usual where nothing plausible is. */
    public double freedom() {
        double told = get(Setting.FREEDOM);
        return Setting.FREEDOM.isPlausible(told) ? told : Setting.FREEDOM.usual();
    }

    /** With another value of a setting. */
    public Drape with(Setting s, double value) {
        Map<Setting, Double> out = new EnumMap<>(Setting.class);
        out.putAll(said);
        out.put(s, value);
        return new Drape(out);
    }

    /** A node that says this and nothing else of its cloth. */
    public Node on(Node n) {
        List<FreeProperty> all = new ArrayList<>(n.properties());
        all.removeIf(p ->
                java.util.Arrays.stream(Setting.values()).anyMatch(s -> p.name().equalsIgnoreCase(s.property())));
        said.forEach((s, v) ->
                all.add(new FreeProperty(s.property(), "Number", new FreeProperty.Numbers(new double[] {v}))));
        return n.withProperties(all);
    }
}
