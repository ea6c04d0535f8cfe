package idleheron.formats.usd.layer;

import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Names of fields, and what those that text writes in parentheses hold. */
public final class Field {
    public static final String SPECIFIER = "specifier";
    public static final String TYPE_NAME = "typeName";
    public static final String VARIABILITY = "variability";
    public static final String CUSTOM = "custom";
    public static final String DEFAULT = "default";
    public static final String TIME_SAMPLES = "timeSamples";
    public static final String CONNECTIONS = "connectionPaths";
    public static final String TARGETS = "targetPaths";
    public static final String SUBLAYERS = "subLayers";
    public static final String SUBLAYER_OFFSETS = "subLayerOffsets";
    public static final String REFERENCES = "references";
    public static final String PAYLOAD = "payload";
    public static final String INHERITS = "inheritPaths";
    public static final String SPECIALIZES = "specializes";
    public static final String VARIANT_SETS = "variantSetNames";
    public static final String VARIANTS = "variantSelection";
    public static final String RELOCATES = "relocates";
    public static final String LAYER_RELOCATES = "layerRelocates";
    public static final String DOCUMENTATION = "documentation";
    public static final String COMMENT = "comment";
    public static final String DEFAULT_PRIM = "defaultPrim";
    public static final String UP_AXIS = "upAxis";
    public static final String METERS_PER_UNIT = "metersPerUnit";
    public static final String TIME_CODES_PER_SECOND = "timeCodesPerSecond";
    public static final String FRAMES_PER_SECOND = "framesPerSecond";
    public static final String START = "startTimeCode";
    public static final String END = "endTimeCode";
    public static final String ACTIVE = "active";
    public static final String INSTANCEABLE = "instanceable";
    public static final String API_SCHEMAS = "apiSchemas";
    public static final String CUSTOM_DATA = "customData";
    public static final String CUSTOM_LAYER_DATA = "customLayerData";
    public static final String KIND = "kind";
    public static final String CLIPS = "clips";
    public static final String CLIP_SETS = "clipSets";
    public static final String INTERPOLATION = "interpolation";
    public static final String ELEMENT_SIZE = "elementSize";
    public static final String WEIGHT = "weight";
    public static final String PRIM_ORDER = "primOrder";
    public static final String PROPERTY_ORDER = "propertyOrder";
    public static final String PRIM_CHILDREN = "primChildren";
    public static final String PROPERTIES = "properties";
    public static final String VARIANT_SET_CHILDREN = "variantSetChildren";
    public static final String VARIANT_CHILDREN = "variantChildren";

    /** What a field in parentheses holds. */
    public enum Holds {
        BOOL,
        INT,
        FLOAT,
        DOUBLE,
        STRING,
        TOKEN,
        ASSET,
        TOKENS,
        DICTIONARY,
        TOKEN_EDIT,
        STRING_EDIT,
        PATH_EDIT,
        REFERENCE_EDIT,
        PAYLOAD_EDIT,
        SELECTIONS,
        RELOCATES,
        SUBLAYERS,
        PERMISSION,
        VALUE
    }

    private static final Map<String, Holds> KNOWN = new HashMap<>();
    private static final Map<String, String> STORED = new HashMap<>();
    private static final Map<String, String> WRITTEN = new HashMap<>();

    private static void know(Holds what, String... names) {
        for (String n : names) {
            KNOWN.put(n, what);
        }
    }

    static {
        know(Holds.BOOL, ACTIVE, INSTANCEABLE, "hidden", "hasOwnedSubLayers", "noLoadHint", "testHidden");
        know(Holds.INT, ELEMENT_SIZE, "unauthoredValuesIndex", "framePrecision");
        know(Holds.FLOAT, WEIGHT);
        know(Holds.DOUBLE, METERS_PER_UNIT, "kilogramsPerUnit", TIME_CODES_PER_SECOND, FRAMES_PER_SECOND, START, END);
        know(Holds.DOUBLE, "startFrame", "endFrame");
        know(
                Holds.STRING,
                DOCUMENTATION,
                COMMENT,
                "displayName",
                "displayGroup",
                "owner",
                "sessionOwner",
                "prefix",
                "suffix",
                "symmetricPeer",
                "bindMaterialAsText");
        know(
                Holds.TOKEN,
                DEFAULT_PRIM,
                UP_AXIS,
                KIND,
                INTERPOLATION,
                "colorSpace",
                "colorManagementSystem",
                "renderType",
                "connectability",
                "outputName",
                "bindMaterialAs",
                "symmetryFunction",
                "arraySizeConstraint",
                "playbackMode");
        know(Holds.ASSET, "colorConfiguration");
        know(Holds.TOKENS, "allowedTokens", "displayGroupOrder", "propertyOrder", "primOrder");
        know(
                Holds.DICTIONARY,
                CUSTOM_DATA,
                CUSTOM_LAYER_DATA,
                "assetInfo",
                CLIPS,
                "sdrMetadata",
                "symmetryArguments",
                "expressionVariables",
                "prefixSubstitutions",
                "suffixSubstitutions");
        know(Holds.TOKEN_EDIT, API_SCHEMAS);
        know(Holds.STRING_EDIT, VARIANT_SETS, CLIP_SETS);
        know(Holds.PATH_EDIT, INHERITS, SPECIALIZES);
        know(Holds.REFERENCE_EDIT, REFERENCES);
        know(Holds.PAYLOAD_EDIT, PAYLOAD);
        know(Holds.SELECTIONS, VARIANTS);
        know(Holds.RELOCATES, RELOCATES, LAYER_RELOCATES);
        know(Holds.SUBLAYERS, SUBLAYERS);
        know(Holds.PERMISSION, "permission");
        know(Holds.VALUE, "customValue");
        name("doc", DOCUMENTATION);
        name("inherits", INHERITS);
        name("variantSets", VARIANT_SETS);
        name("variants", VARIANTS);
    }

    private Field() {}

    private static void name(String text, String stored) {
        STORED.put(text, stored);
        WRITTEN.put(stored, text);
    }

    /** What a field holds, from how it is stored; null where that is not known. */
    public static @Nullable Holds holds(String stored) {
        return KNOWN.get(stored);
    }

    /** The field's name for the word that text writes. */
    public static String stored(String word) {
        return STORED.getOrDefault(word, word);
    }

    /** The word that text writes for a field. */
    public static String written(String stored) {
        return WRITTEN.getOrDefault(stored, stored);
    }
}
