package idleheron.core.avatar;

import static idleheron.core.Messages.say;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a joint is in a human figure, in the words of the open humanoid standard of glTF (VRM 1.0, {@code humanoid.humanBones}).
 * Parents come before children.
 */
public enum Role {
    HIPS("hips", null, true),
    SPINE("spine", HIPS, true),
    CHEST("chest", SPINE, false),
    UPPER_CHEST("upperChest", CHEST, false),
    NECK("neck", UPPER_CHEST, false),
    HEAD("head", NECK, true),
    LEFT_EYE("leftEye", HEAD, false),
    RIGHT_EYE("rightEye", HEAD, false),
    JAW("jaw", HEAD, false),
    LEFT_UPPER_LEG("leftUpperLeg", HIPS, true),
    LEFT_LOWER_LEG("leftLowerLeg", LEFT_UPPER_LEG, true),
    LEFT_FOOT("leftFoot", LEFT_LOWER_LEG, true),
    LEFT_TOES("leftToes", LEFT_FOOT, false),
    RIGHT_UPPER_LEG("rightUpperLeg", HIPS, true),
    RIGHT_LOWER_LEG("rightLowerLeg", RIGHT_UPPER_LEG, true),
    RIGHT_FOOT("rightFoot", RIGHT_LOWER_LEG, true),
    RIGHT_TOES("rightToes", RIGHT_FOOT, false),
    LEFT_SHOULDER("leftShoulder", UPPER_CHEST, false),
    LEFT_UPPER_ARM("leftUpperArm", LEFT_SHOULDER, true),
    LEFT_LOWER_ARM("leftLowerArm", LEFT_UPPER_ARM, true),
    LEFT_HAND("leftHand", LEFT_LOWER_ARM, true),
    RIGHT_SHOULDER("rightShoulder", UPPER_CHEST, false),
    RIGHT_UPPER_ARM("rightUpperArm", RIGHT_SHOULDER, true),
    RIGHT_LOWER_ARM("rightLowerArm", RIGHT_UPPER_ARM, true),
    RIGHT_HAND("rightHand", RIGHT_LOWER_ARM, true),
    LEFT_THUMB_METACARPAL("leftThumbMetacarpal", LEFT_HAND, false),
    LEFT_THUMB_PROXIMAL("leftThumbProximal", LEFT_THUMB_METACARPAL, false),
    LEFT_THUMB_DISTAL("leftThumbDistal", LEFT_THUMB_PROXIMAL, false),
    LEFT_INDEX_PROXIMAL("leftIndexProximal", LEFT_HAND, false),
    LEFT_INDEX_INTERMEDIATE("leftIndexIntermediate", LEFT_INDEX_PROXIMAL, false),
    LEFT_INDEX_DISTAL("leftIndexDistal", LEFT_INDEX_INTERMEDIATE, false),
    LEFT_MIDDLE_PROXIMAL("leftMiddleProximal", LEFT_HAND, false),
    LEFT_MIDDLE_INTERMEDIATE("leftMiddleIntermediate", LEFT_MIDDLE_PROXIMAL, false),
    LEFT_MIDDLE_DISTAL("leftMiddleDistal", LEFT_MIDDLE_INTERMEDIATE, false),
    LEFT_RING_PROXIMAL("leftRingProximal", LEFT_HAND, false),
    LEFT_RING_INTERMEDIATE("leftRingIntermediate", LEFT_RING_PROXIMAL, false),
    LEFT_RING_DISTAL("leftRingDistal", LEFT_RING_INTERMEDIATE, false),
    LEFT_LITTLE_PROXIMAL("leftLittleProximal", LEFT_HAND, false),
    LEFT_LITTLE_INTERMEDIATE("leftLittleIntermediate", LEFT_LITTLE_PROXIMAL, false),
    LEFT_LITTLE_DISTAL("leftLittleDistal", LEFT_LITTLE_INTERMEDIATE, false),
    RIGHT_THUMB_METACARPAL("rightThumbMetacarpal", RIGHT_HAND, false),
    RIGHT_THUMB_PROXIMAL("rightThumbProximal", RIGHT_THUMB_METACARPAL, false),
    RIGHT_THUMB_DISTAL("rightThumbDistal", RIGHT_THUMB_PROXIMAL, false),
    RIGHT_INDEX_PROXIMAL("rightIndexProximal", RIGHT_HAND, false),
    RIGHT_INDEX_INTERMEDIATE("rightIndexIntermediate", RIGHT_INDEX_PROXIMAL, false),
    RIGHT_INDEX_DISTAL("rightIndexDistal", RIGHT_INDEX_INTERMEDIATE, false),
    RIGHT_MIDDLE_PROXIMAL("rightMiddleProximal", RIGHT_HAND, false),
    RIGHT_MIDDLE_INTERMEDIATE("rightMiddleIntermediate", RIGHT_MIDDLE_PROXIMAL, false),
    RIGHT_MIDDLE_DISTAL("rightMiddleDistal", RIGHT_MIDDLE_INTERMEDIATE, false),
    RIGHT_RING_PROXIMAL("rightRingProximal", RIGHT_HAND, false),
    RIGHT_RING_INTERMEDIATE("rightRingIntermediate", RIGHT_RING_PROXIMAL, false),
    RIGHT_RING_DISTAL("rightRingDistal", RIGHT_RING_INTERMEDIATE, false),
    RIGHT_LITTLE_PROXIMAL("rightLittleProximal", RIGHT_HAND, false),
    RIGHT_LITTLE_INTERMEDIATE("rightLittleIntermediate", RIGHT_LITTLE_PROXIMAL, false),
    RIGHT_LITTLE_DISTAL("rightLittleDistal", RIGHT_LITTLE_INTERMEDIATE, false);

    /** Those that every avatar must have. */
    public static final List<Role> REQUIRED =
            Arrays.stream(values()).filter(r -> r.required).toList();

    private static final Map<String, Role> BY_CODE = new LinkedHashMap<>();

    static {
        for (Role r : values()) {
            BY_CODE.put(r.code, r);
        }
    }

    private final String code;
    private final @Nullable Role above;
    private final boolean required;

    Role(String code, @Nullable Role above, boolean required) {
        this.code = code;
        this.above = above;
        this.required = required;
    }

    /** As the standard writes it: "leftUpperArm". */
    public String code() {
        return code;
    }

    /** The role right above; null for the hips. */
    public @Nullable Role above() {
        return above;
    }

    /** Whether every avatar must have it. */
    public boolean isRequired() {
        return required;
    }

    /** Of this name in the standard; null where there is none. */
    public static @Nullable Role of(String code) {
        return BY_CODE.get(code);
    }

    /** "left", "right" or "". */
    public String side() {
        return code.startsWith("left") ? "left" : code.startsWith("right") ? "right" : "";
    }

    /** The same on the other side; itself where it has none. */
    public Role mirrored() {
        String rest = code.substring(side().length());
        Role other = switch (side()) {
            case "left" -> of("right" + rest);
            case "right" -> of("left" + rest);
            default -> this;
        };
        return other == null ? this : other;
    }

    /** A role on one side: "left", "UpperArm". */
    public static Role sided(String side, String part) {
        Role r = of(side + part);
        if (r == null) {
            throw new IllegalArgumentException(say("core.avatar.Role.no-role", side, part));
        }
        return r;
    }

    /** For reading: "left upper arm". */
    public String shown() {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < code.length(); i++) {
            char c = code.charAt(i);
            if (Character.isUpperCase(c)) {
                out.append(' ');
            }
            out.append(Character.toLowerCase(c));
        }
        return out.toString();
    }

    /** What of the figure it belongs to. */
    public Limb limb() {
        String part = code.substring(side().length());
        if (part.equals("Eye") || this == JAW || this == HEAD || this == NECK) {
            return Limb.HEAD;
        }
        if (side().isEmpty()) {
            return Limb.TRUNK;
        }
        boolean left = side().equals("left");
        if (part.endsWith("Leg") || part.equals("Foot") || part.equals("Toes")) {
            return left ? Limb.LEFT_LEG : Limb.RIGHT_LEG;
        }
        if (part.endsWith("Arm") || part.equals("Hand") || part.equals("Shoulder")) {
            return left ? Limb.LEFT_ARM : Limb.RIGHT_ARM;
        }
        return left ? Limb.LEFT_FINGERS : Limb.RIGHT_FINGERS;
    }

    /** Parts of the figure. */
    public enum Limb {
        TRUNK("trunk"),
        HEAD("head"),
        LEFT_ARM(say("core.avatar.Role.left-arm")),
        RIGHT_ARM(say("core.avatar.Role.right-arm")),
        LEFT_LEG(say("core.avatar.Role.left-leg")),
        RIGHT_LEG(say("core.avatar.Role.right-leg")),
        LEFT_FINGERS(say("core.avatar.Role.left-fingers")),
        RIGHT_FINGERS(say("core.avatar.Role.right-fingers"));

        private final String shown;

        Limb(String shown) {
            this.shown = shown;
        }

        /** For people: "left upper arm". */
        public String shown() {
            return shown;
        }

        /** Its roles, parents first. */
        public List<Role> roles() {
            List<Role> out = new ArrayList<>();
            for (Role r : Role.values()) {
                if (r.limb() == this) {
                    out.add(r);
                }
            }
            return out;
        }
    }
}
