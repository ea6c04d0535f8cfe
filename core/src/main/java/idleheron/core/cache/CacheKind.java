package idleheron.core.cache;

import static idleheron.core.Messages.say;

/** What an object of a cache is. */
public enum CacheKind {
    GROUP(say("core.cache.CacheKind.group")),
    TRANSFORM(say("core.cache.CacheKind.transform")),
    MESH(say("core.cache.CacheKind.mesh")),
    SUBDIVISION(say("core.cache.CacheKind.subdivision-mesh")),
    CURVES(say("core.cache.CacheKind.curves")),
    POINTS(say("core.cache.CacheKind.points")),
    PATCH(say("core.cache.CacheKind.patch")),
    CAMERA(say("core.cache.CacheKind.camera")),
    LIGHT(say("core.cache.CacheKind.light")),
    FACE_SET(say("core.cache.CacheKind.face-set")),
    MATERIAL(say("core.cache.CacheKind.material")),
    INSTANCE(say("core.cache.CacheKind.instance"));

    private final String label;

    CacheKind(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Whether it has faces over points. */
    public boolean isMesh() {
        return this == MESH || this == SUBDIVISION;
    }
}
