package idleheron.desktop.avatar;

import static idleheron.core.Messages.say;

import idleheron.desktop.model.Kept;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What was said by hand and will be asked for again: roles for rigs of the same joints, the terms of the house. */
public final class AvatarKeeps {
    private static final Logger LOG = LoggerFactory.getLogger(AvatarKeeps.class);
    private static final String HOUSE = say("desktop.avatar.AvatarKeeps.terms-of-the-house");

    private final Kept kept;

    /** @param folder of the user's settings */
    public AvatarKeeps(Path folder) {
        kept = new Kept(folder.resolve("avatars.json"));
    }

    private static String key(List<String> joints) {
        return Kept.key("roles", joints);
    }

    /** Roles that were given by hand to a rig of these joints. */
    Map<String, String> roles(List<String> joints) {
        return kept.of(key(joints));
    }

    void keepRoles(List<String> joints, Map<String, String> told) {
        keep(key(joints), told);
    }

    Map<String, String> terms() {
        return kept.of(HOUSE);
    }

    boolean keepTerms(Map<String, String> terms) {
        return keep(HOUSE, terms);
    }

    private boolean keep(String key, Map<String, String> texts) {
        try {
            kept.keep(key, texts);
            return true;
        } catch (IOException e) {
            LOG.warn("what was said is not kept: {}", e.getMessage());
            return false;
        }
    }
}
