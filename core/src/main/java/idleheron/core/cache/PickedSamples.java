package idleheron.core.cache;

import java.lang.foreign.MemorySegment;

/** Some of the slots of another source, in another order. */
record PickedSamples(Samples.Source source, int[] slots) implements Samples.Source {
    @Override
    public MemorySegment bytes(int slot) {
        return source.bytes(slots[slot]);
    }

    @Override
    public long[] shape(int slot) {
        return source.shape(slots[slot]);
    }
}
