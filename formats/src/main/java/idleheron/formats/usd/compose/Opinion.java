package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TimeOffset;

/**
 * What one layer says about a prim.
 *
 * @param spec as the layer has it
 * @param layer which says it
 * @param arc the first step from the prim to this place
 * @param path where the layer says it
 * @param time from the layer's time to the stage's
 */
public record Opinion(Spec spec, LayerStack.Member layer, Arc arc, String path, TimeOffset time, Where where) {
    /** The namespace that an opinion speaks in. */
    public interface Where {
        /** A path as the layer means it, in that of the stage; null where it has none. */
        @org.jspecify.annotations.Nullable
        String toStage(String path);
    }
}
