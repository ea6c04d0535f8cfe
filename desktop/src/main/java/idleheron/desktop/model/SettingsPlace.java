package idleheron.desktop.model;

import java.nio.file.Path;

/** Where what is remembered between starts lies; known before anything of it is read. */
public final class SettingsPlace {
    private SettingsPlace() {}

    /** The usual file, or the one that the property heron.settings names. */
    public static Path usual() {
        String named = System.getProperty("heron.settings");
        if (named != null) {
            return Path.of(named);
        }
        String config = System.getenv("XDG_CONFIG_HOME");
        Path base = config == null || config.isBlank()
                ? Path.of(System.getProperty("user.home"), ".config")
                : Path.of(config);
        return base.resolve("idle-heron").resolve("settings.json");
    }
}
