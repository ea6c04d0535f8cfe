package idleheron.formats.usd.layer;

/** How a spec speaks of its prim. */
public enum Specifier {
    /** It is there. */
    DEF,
    /** Says something about it should it be there. */
    OVER,
    /** It is there for others to inherit. */
    CLASS;

    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }

    public Value value() {
        return new Value.Choice(Value.Choice.SPECIFIER, ordinal());
    }

    static Specifier of(int number) {
        return number >= 0 && number < values().length ? values()[number] : OVER;
    }
}
