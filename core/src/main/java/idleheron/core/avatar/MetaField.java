package idleheron.core.avatar;

import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * What an avatar says of who made it and what may be done with it, in the words of the standard (VRM 1.0, {@code meta}). What is not
 * said counts as the strictest.
 */
public enum MetaField {
    NAME("name", Kind.TEXT, true),
    VERSION("version", Kind.TEXT, false),
    AUTHORS("authors", Kind.LIST, true),
    COPYRIGHT("copyrightInformation", Kind.TEXT, false),
    CONTACT("contactInformation", Kind.TEXT, false),
    REFERENCES("references", Kind.LIST, false),
    THIRD_PARTY_LICENSES("thirdPartyLicenses", Kind.TEXT, false),
    LICENSE_URL("licenseUrl", Kind.TEXT, true),
    AVATAR_PERMISSION("avatarPermission", "onlyAuthor", "onlySeparatelyLicensedPerson", "everyone"),
    VIOLENT("allowExcessivelyViolentUsage", Kind.SWITCH, false),
    SEXUAL("allowExcessivelySexualUsage", Kind.SWITCH, false),
    COMMERCIAL_USAGE("commercialUsage", "personalNonProfit", "personalProfit", "corporation"),
    POLITICAL("allowPoliticalOrReligiousUsage", Kind.SWITCH, false),
    ANTISOCIAL("allowAntisocialOrHateUsage", Kind.SWITCH, false),
    CREDIT("creditNotation", "required", "unnecessary"),
    REDISTRIBUTION("allowRedistribution", Kind.SWITCH, false),
    MODIFICATION("modification", "prohibited", "allowModification", "allowModificationRedistribution"),
    OTHER_LICENSE_URL("otherLicenseUrl", Kind.TEXT, false);

    /** The only terms that receivers accept as {@link #LICENSE_URL}; others go into {@link #OTHER_LICENSE_URL}. */
    public static final String LICENSE = "https://vrm.dev/licenses/1.0/";

    /** In which form a field is written. */
    public enum Kind {
        TEXT,
        LIST,
        SWITCH,
        CHOICE
    }

    private final String code;
    private final Kind kind;
    private final boolean required;
    private final String choices;

    MetaField(String code, Kind kind, boolean required) {
        this.code = code;
        this.kind = kind;
        this.required = required;
        this.choices = kind == Kind.SWITCH ? "false true" : "";
    }

    MetaField(String code, String... choices) {
        this.code = code;
        this.kind = Kind.CHOICE;
        this.required = false;
        this.choices = String.join(" ", choices);
    }

    /** As the standard writes it: "licenseUrl". */
    public String code() {
        return code;
    }

    /** In which form it is written. */
    public Kind kind() {
        return kind;
    }

    /** Whether an avatar without it is refused. */
    public boolean isRequired() {
        return required;
    }

    /** What it may be, the strictest first; empty where any text will do. */
    public List<String> choices() {
        return choices.isEmpty() ? List.of() : List.of(choices.split(" "));
    }

    /** Of this name; null where there is none. */
    public static @Nullable MetaField of(String code) {
        for (MetaField f : values()) {
            if (f.code.equals(code)) {
                return f;
            }
        }
        return null;
    }

    /** For reading: "license url". */
    public String shown() {
        return code.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT);
    }
}
