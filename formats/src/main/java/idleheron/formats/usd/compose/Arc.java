package idleheron.formats.usd.compose;

/** How opinions come to a prim, strongest first. */
public enum Arc {
    LOCAL("local"),
    INHERIT("inherits"),
    VARIANT("variant"),
    REFERENCE("reference"),
    PAYLOAD("payload"),
    SPECIALIZE("specializes");

    private final String label;

    Arc(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    boolean isClass() {
        return this == INHERIT || this == SPECIALIZE;
    }
}
