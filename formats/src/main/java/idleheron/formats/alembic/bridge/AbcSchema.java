package idleheron.formats.alembic.bridge;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Meta;
import idleheron.formats.alembic.archive.AbcObject;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The names that schemas, their compounds and their properties have in a file, and what they mean. */
final class AbcSchema {
    static final String PARAMS = ".arbGeomParams";
    static final String USER = ".userProperties";
    static final String SOURCE = ".instanceSource";
    static final String INSTANCE = "isInstance";
    static final String SCHEMA = "schema";
    static final String TITLE = "schemaObjTitle";
    static final String BASE = "schemaBaseType";
    static final String GEOMETRY = "AbcGeom_GeomBase_v1";

    /** Geometry parameters that belong to a schema. */
    static final Set<String> OWN = Set.of("uv", "N", "width", ".widths");

    /**
     * How a kind of object is stored.
     *
     * @param title "AbcGeom_Xform_v3"
     * @param compound ".xform"
     * @param based whether its metadata name the common base of geometry
     */
    record Title(CacheKind kind, String title, String compound, boolean based) {}

    private static final Title[] TITLES = {
        new Title(CacheKind.TRANSFORM, "AbcGeom_Xform_v3", ".xform", false),
        new Title(CacheKind.MESH, "AbcGeom_PolyMesh_v1", ".geom", true),
        new Title(CacheKind.SUBDIVISION, "AbcGeom_SubD_v1", ".geom", true),
        new Title(CacheKind.CURVES, "AbcGeom_Curve_v2", ".geom", true),
        new Title(CacheKind.POINTS, "AbcGeom_Points_v1", ".geom", true),
        new Title(CacheKind.PATCH, "AbcGeom_NuPatch_v2", ".geom", true),
        new Title(CacheKind.CAMERA, "AbcGeom_Camera_v1", ".geom", false),
        new Title(CacheKind.LIGHT, "AbcGeom_Light_v1", ".geom", false),
        new Title(CacheKind.FACE_SET, "AbcGeom_FaceSet_v1", ".faceset", true),
        new Title(CacheKind.MATERIAL, "AbcMaterial_Material_v1", ".material", false)
    };

    private static final Map<String, ChannelSemantic> ROLES = new HashMap<>();
    private static final Map<ChannelSemantic, String> NAMES = new EnumMap<>(ChannelSemantic.class);
    private static final Map<String, ChannelSemantic> ON_OBJECT =
            Map.of("visible", ChannelSemantic.VISIBLE, ".material.assign", ChannelSemantic.MATERIAL);

    static {
        name("P", ChannelSemantic.POSITIONS);
        name(".faceIndices", ChannelSemantic.FACE_INDICES);
        name(".faceCounts", ChannelSemantic.FACE_COUNTS);
        name(".velocities", ChannelSemantic.VELOCITIES);
        name(".selfBnds", ChannelSemantic.BOUNDS);
        name(".childBnds", ChannelSemantic.CHILD_BOUNDS);
        name(".ops", ChannelSemantic.OPERATIONS);
        name(".vals", ChannelSemantic.CHANNELS);
        name(".inherits", ChannelSemantic.INHERITS);
        name(".animChans", ChannelSemantic.MOVING_CHANNELS);
        name("isNotConstantIdentity", ChannelSemantic.NOT_IDENTITY);
        name(".pointIds", ChannelSemantic.IDS);
        name("nVertices", ChannelSemantic.CURVE_COUNTS);
        name("curveBasisAndType", ChannelSemantic.CURVE_BASIS);
        name(".orders", ChannelSemantic.ORDERS);
        name(".knots", ChannelSemantic.KNOTS);
        name("w", ChannelSemantic.POSITION_WEIGHTS);
        name(".faces", ChannelSemantic.FACES);
        name(".facesExclusive", ChannelSemantic.EXCLUSIVE);
        name(".creaseIndices", ChannelSemantic.CREASE_INDICES);
        name(".creaseLengths", ChannelSemantic.CREASE_LENGTHS);
        name(".creaseSharpnesses", ChannelSemantic.CREASE_SHARPNESSES);
        name(".cornerIndices", ChannelSemantic.CORNER_INDICES);
        name(".cornerSharpnesses", ChannelSemantic.CORNER_SHARPNESSES);
        name(".holes", ChannelSemantic.HOLES);
        name(".scheme", ChannelSemantic.SCHEME);
        name(".interpolateBoundary", ChannelSemantic.INTERPOLATE_BOUNDARY);
        name(".faceVaryingInterpolateBoundary", ChannelSemantic.FACE_VARYING_BOUNDARY);
        name(".faceVaryingPropagateCorners", ChannelSemantic.FACE_VARYING_CORNERS);
        name(".core", ChannelSemantic.LENS);
        NAMES.put(ChannelSemantic.VISIBLE, "visible");
        NAMES.put(ChannelSemantic.MATERIAL, ".material.assign");
    }

    private AbcSchema() {}

    private static void name(String name, ChannelSemantic role) {
        ROLES.put(name, role);
        NAMES.put(role, name);
    }

    /** What a property of a schema's compound means, or null. */
    static @Nullable ChannelSemantic role(String name) {
        return ROLES.get(name);
    }

    /** What a property of the object itself means, or null. */
    static @Nullable ChannelSemantic roleOnObject(String name) {
        return ON_OBJECT.get(name);
    }

    static boolean onObject(ChannelSemantic role) {
        return ON_OBJECT.containsValue(role);
    }

    static String name(ChannelSemantic role) {
        return java.util.Objects.requireNonNull(NAMES.get(role));
    }

    /** Metadata that a property has by its meaning. */
    static Meta meta(ChannelSemantic role) {
        return switch (role) {
            case POSITIONS -> Meta.of("geoScope", "vtx", "interpretation", "point");
            case VELOCITIES -> Meta.of("interpretation", "vector");
            case BOUNDS, CHILD_BOUNDS -> Meta.of("interpretation", "box");
            default -> Meta.NONE;
        };
    }

    /** How a kind is stored, or null for groups and instances. */
    static @Nullable Title title(CacheKind kind) {
        for (Title t : TITLES) {
            if (t.kind == kind) {
                return t;
            }
        }
        return null;
    }

    /** By the metadata of an object, whatever the version of the schema; else by its compound. */
    static @Nullable Title titleOf(AbcObject o) {
        String schema = o.meta().get(SCHEMA);
        String told = schema.isEmpty() ? o.meta().get(TITLE) : schema;
        for (Title t : TITLES) {
            String bare = t.title.substring(0, t.title.lastIndexOf("_v"));
            if (told.startsWith(bare + "_v")) {
                return t;
            }
        }
        if (!told.isEmpty()) {
            return null;
        }
        if (o.properties().group(".xform") != null) {
            return title(CacheKind.TRANSFORM);
        }
        if (o.properties().group(".faceset") != null) {
            return title(CacheKind.FACE_SET);
        }
        boolean mesh = o.properties().get(".geom") instanceof idleheron.core.cache.Property.Group g
                && g.samples("P") != null
                && g.samples(".faceCounts") != null;
        return mesh ? title(CacheKind.MESH) : null;
    }
}
