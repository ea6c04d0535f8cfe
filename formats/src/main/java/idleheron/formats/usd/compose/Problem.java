package idleheron.formats.usd.compose;

/**
 * Something that keeps a stage from being put together as it asks for.
 *
 * @param code "missing-layer", "arc-cycle"
 * @param subject path of a prim, or name of a layer
 */
public record Problem(String code, String subject, String message) {
    public static final String MISSING_LAYER = "missing-layer";
    public static final String BROKEN_LAYER = "broken-layer";
    public static final String LAYER_CYCLE = "layer-cycle";
    public static final String ARC_CYCLE = "arc-cycle";
    public static final String MISSING_TARGET = "missing-target";
    public static final String NO_DEFAULT_PRIM = "no-default-prim";
    public static final String TOO_MANY = "too-many-arcs";
    public static final String RELOCATES = "relocates-not-followed";
    public static final String CLIP_MISSING = "value-clip-missing";
}
