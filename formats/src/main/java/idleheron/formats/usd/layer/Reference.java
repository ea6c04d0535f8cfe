package idleheron.formats.usd.layer;

/**
 * A prim brought in from elsewhere.
 *
 * @param asset path of a file, or "" for the same layer stack
 * @param prim path, or "" for the default prim
 * @param data the user's own
 * @param payload whether this is a payload, which may be left unloaded
 */
public record Reference(String asset, String prim, TimeOffset offset, Value.Dictionary data, boolean payload)
        implements Value {
    public static Reference to(String asset, String prim) {
        return new Reference(asset, prim, TimeOffset.NONE, Value.Dictionary.EMPTY, false);
    }
}
