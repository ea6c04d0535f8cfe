package idleheron.core.avatar;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Who made an avatar and under what terms it is given.
 *
 * @param said per field what it says, one text each, several for lists; fields that are not there are not said
 * @param thumbnail index of a texture of the scene, -1 for none
 */
public record AvatarMeta(Map<MetaField, List<String>> said, int thumbnail) {
    public static final AvatarMeta NONE = new AvatarMeta(Map.of(), -1);

    public AvatarMeta {
        EnumMap<MetaField, List<String>> copy = new EnumMap<>(MetaField.class);
        said.forEach((f, texts) -> copy.put(f, List.copyOf(texts)));
        said = Collections.unmodifiableMap(copy);
    }

    /** What a field says, "" where nothing. */
    public String text(MetaField field) {
        return String.join(", ", said.getOrDefault(field, List.of()));
    }

    /** With another text or texts for a field; blank ones take it out. */
    public AvatarMeta with(MetaField field, List<String> texts) {
        Map<MetaField, List<String>> out = new EnumMap<>(MetaField.class);
        out.putAll(said);
        if (texts.stream().allMatch(String::isBlank)) {
            out.remove(field);
        } else {
            out.put(field, texts);
        }
        return new AvatarMeta(out, thumbnail);
    }

    /** Fields that must be said and are not, or say what they may not. */
    public List<MetaField> wrong() {
        List<MetaField> out = new ArrayList<>();
        for (MetaField f : MetaField.values()) {
            List<String> texts = said.getOrDefault(f, List.of());
            boolean empty = texts.isEmpty() || texts.stream().anyMatch(String::isBlank);
            boolean bad = f.isRequired() && empty
                    || !texts.isEmpty()
                            && !f.choices().isEmpty()
                            && !f.choices().contains(texts.getFirst());
            if (bad) {
                out.add(f);
            }
        }
        return out;
    }
}
