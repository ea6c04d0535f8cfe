package idleheron.core.cache;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * One object of a cache.
 *
 * @param meta of the object as stored
 * @param samples by what they mean
 * @param params UV, normals, widths and all that the user hung on the geometry
 * @param user the user's own properties
 * @param other whatever else is stored, kept as it is
 * @param source of an instance: full path of what is repeated; else ""
 */
public record CacheNode(
        String name,
        CacheKind kind,
        Meta meta,
        Map<ChannelSemantic, Samples> samples,
        List<Param> params,
        List<Property> user,
        List<Property> other,
        String source,
        List<CacheNode> children) {
    public CacheNode {
        samples = java.util.Collections.unmodifiableMap(
                samples.isEmpty() ? new EnumMap<>(ChannelSemantic.class) : new EnumMap<>(samples));
        params = List.copyOf(params);
        user = List.copyOf(user);
        other = List.copyOf(other);
        children = List.copyOf(children);
    }

    /** An object with nothing on it. */
    public static CacheNode of(String name, CacheKind kind, List<CacheNode> children) {
        return new CacheNode(name, kind, Meta.NONE, Map.of(), List.of(), List.of(), List.of(), "", children);
    }

    /** An object that shows another one again. */
    public static CacheNode instance(String name, String source) {
        return new CacheNode(
                name, CacheKind.INSTANCE, Meta.NONE, Map.of(), List.of(), List.of(), List.of(), source, List.of());
    }

    /** The samples of a channel, or null where it has none. */
    public @Nullable Samples get(ChannelSemantic role) {
        return samples.get(role);
    }

    public CacheNode withName(String value) {
        return new CacheNode(value, kind, meta, samples, params, user, other, source, children);
    }

    public CacheNode withChildren(List<CacheNode> value) {
        return new CacheNode(name, kind, meta, samples, params, user, other, source, value);
    }

    public CacheNode withParams(List<Param> value) {
        return new CacheNode(name, kind, meta, samples, value, user, other, source, children);
    }

    public CacheNode withSource(String value) {
        return new CacheNode(name, kind, meta, samples, params, user, other, value, children);
    }

    /** Without the user's properties and whatever else hangs on it. */
    public CacheNode plain() {
        return new CacheNode(name, kind, meta, samples, List.of(), List.of(), List.of(), source, children);
    }

    /** With other samples of a channel; null takes it away. */
    public CacheNode with(ChannelSemantic role, @Nullable Samples value) {
        Map<ChannelSemantic, Samples> all = new EnumMap<>(ChannelSemantic.class);
        all.putAll(samples);
        if (value == null) {
            all.remove(role);
        } else {
            all.put(role, value);
        }
        return new CacheNode(name, kind, meta, all, params, user, other, source, children);
    }

    /** The parameter of that name, or null. */
    public @Nullable Param param(String wanted) {
        for (Param p : params) {
            if (p.name().equals(wanted)) {
                return p;
            }
        }
        return null;
    }

    /** Every sampled value of this object, but not of those under it, put through a function. */
    public CacheNode mapSamples(UnaryOperator<Samples> f) {
        Map<ChannelSemantic, Samples> all = new EnumMap<>(ChannelSemantic.class);
        samples.forEach((r, s) -> all.put(r, f.apply(s)));
        return new CacheNode(
                name,
                kind,
                meta,
                all,
                params.stream()
                        .map(p -> p.with(f.apply(p.values()), p.indices() == null ? null : f.apply(p.indices())))
                        .toList(),
                user.stream().map(p -> map(p, f)).toList(),
                other.stream().map(p -> map(p, f)).toList(),
                source,
                children);
    }

    private static Property map(Property p, UnaryOperator<Samples> f) {
        return switch (p) {
            case Property.Values v -> new Property.Values(v.name(), v.meta(), f.apply(v.samples()));
            case Property.Group g ->
                new Property.Group(
                        g.name(),
                        g.meta(),
                        g.properties().stream().map(c -> map(c, f)).toList());
        };
    }
}
