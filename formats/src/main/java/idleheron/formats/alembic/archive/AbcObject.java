package idleheron.formats.alembic.archive;

import idleheron.core.cache.Meta;
import idleheron.core.cache.Property;
import java.util.List;

/**
 * One object as stored.
 *
 * @param properties its own compound
 */
public record AbcObject(String name, Meta meta, Property.Group properties, List<AbcObject> children) {
    public AbcObject {
        children = List.copyOf(children);
    }
}
