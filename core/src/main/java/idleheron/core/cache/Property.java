package idleheron.core.cache;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A named property of any kind, as stored. */
public sealed interface Property {
    String name();

    Meta meta();

    /** Values over samples. */
    record Values(String name, Meta meta, Samples samples) implements Property {}

    /** Properties under one name. */
    record Group(String name, Meta meta, List<Property> properties) implements Property {
        public Group {
            properties = List.copyOf(properties);
        }

        /** The property of this name, or null. */
        public @Nullable Property get(String child) {
            for (Property p : properties) {
                if (p.name().equals(child)) {
                    return p;
                }
            }
            return null;
        }

        /** The values of this name, or null. */
        public @Nullable Samples samples(String child) {
            return get(child) instanceof Values v ? v.samples() : null;
        }

        /** The group of this name, or null. */
        public @Nullable Group group(String child) {
            return get(child) instanceof Group g ? g : null;
        }
    }
}
