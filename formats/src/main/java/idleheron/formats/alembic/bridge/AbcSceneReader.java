package idleheron.formats.alembic.bridge;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import idleheron.formats.disk.FileNames;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Archive to cache: gives every property the meaning that its schema gives it, and keeps the others as they are. */
public final class AbcSceneReader {
    private AbcSceneReader() {}

    /** The tree of objects with samples that are read when asked for. */
    public static Cache read(AbcArchive archive) {
        return new Cache(FileNames.stem(archive.name()), archive.meta(), node(archive.top(), true));
    }

    private static CacheNode node(AbcObject o, boolean top) {
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        List<Param> params = new ArrayList<>();
        List<Property> user = new ArrayList<>();
        List<Property> other = new ArrayList<>();
        AbcSchema.Title title = top ? null : AbcSchema.titleOf(o);
        String source = "";
        for (Property p : o.properties().properties()) {
            ChannelSemantic r = AbcSchema.roleOnObject(p.name());
            if (top && p.name().equals(".childBnds")) {
                r = ChannelSemantic.CHILD_BOUNDS;
            }
            if (p.name().equals(AbcSchema.SOURCE)
                    && p instanceof Property.Values v
                    && !v.samples().string().isEmpty()) {
                source = v.samples().string();
            } else if (r != null && p instanceof Property.Values v) {
                roles.put(r, v.samples());
            } else if (title != null && p.name().equals(title.compound()) && p instanceof Property.Group g) {
                List<Property> rest = schema(g, roles, params, user);
                if (!rest.isEmpty()) {
                    other.add(new Property.Group(g.name(), g.meta(), rest));
                }
            } else {
                other.add(p);
            }
        }
        CacheKind kind = !source.isEmpty() ? CacheKind.INSTANCE : title == null ? CacheKind.GROUP : title.kind();
        List<CacheNode> children =
                o.children().stream().map(c -> node(c, false)).toList();
        CacheNode n = new CacheNode(o.name(), kind, o.meta(), roles, params, user, other, source, children);
        return kind.isMesh()
                ? n.withParams(params.stream().map(p -> scoped(p, n)).toList())
                : n;
    }

    private static List<Property> schema(
            Property.Group g, Map<ChannelSemantic, Samples> roles, List<Param> params, List<Property> user) {
        List<Property> rest = new ArrayList<>();
        for (Property p : g.properties()) {
            ChannelSemantic r = AbcSchema.role(p.name());
            if (AbcSchema.OWN.contains(p.name())) {
                keep(p, param(p, true), params, rest);
            } else if (r != null && p instanceof Property.Values v) {
                roles.put(r, v.samples());
            } else if (p.name().equals(AbcSchema.PARAMS) && p instanceof Property.Group all) {
                List<Property> strange = new ArrayList<>();
                all.properties().forEach(q -> keep(q, param(q, false), params, strange));
                if (!strange.isEmpty()) {
                    rest.add(new Property.Group(all.name(), all.meta(), strange));
                }
            } else if (p.name().equals(AbcSchema.USER) && p instanceof Property.Group all) {
                user.addAll(all.properties());
            } else {
                rest.add(p);
            }
        }
        return rest;
    }

    private static void keep(Property p, @Nullable Param asParam, List<Param> params, List<Property> rest) {
        if (asParam == null) {
            rest.add(p);
        } else {
            params.add(asParam);
        }
    }

    private static @Nullable Param param(Property p, boolean own) {
        if (p instanceof Property.Values v) {
            return new Param(p.name(), v.meta().get("geoScope"), own, p.meta(), v.samples(), null);
        }
        Property.Group g = (Property.Group) p;
        Samples values = g.samples(".vals");
        Samples indices = g.samples(".indices");
        if (values == null || g.properties().size() != (indices == null ? 1 : 2)) {
            return null;
        }
        return new Param(p.name(), g.meta().get("geoScope"), own, p.meta(), values, indices);
    }

    /** A scope that is not told is seen from the number of values. */
    private static Param scoped(Param p, CacheNode n) {
        if (!p.scope().isEmpty() || p.values().count() == 0) {
            return p;
        }
        CacheMesh m = new CacheMesh(n);
        long count = p.indices() == null ? p.values().points(0) : p.indices().points(0);
        String scope = count == m.points(0)
                ? "vtx"
                : count == m.indices().points(0) ? "fvr" : count == m.faces(0) ? "uni" : count == 1 ? "con" : "unk";
        return new Param(p.name(), scope, p.own(), p.meta(), p.values(), p.indices());
    }
}
