package idleheron.formats.usd.layer;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost.What;
import idleheron.formats.spi.Salvage;
import java.util.List;

/**
 * What is told where something of a prim is lost. What is bound, shaped, coloured or moved hangs together over many prims, so
 * that none of it is sure any more; a joint is no prim of its own and goes with its skeleton.
 */
public final class PrimLosses {
    private PrimLosses() {}

    /**
     * @param path "/rig/body" or "/rig/body{look=wet}"
     * @param spec with what is left of it
     */
    public static void tell(Salvage salvage, String path, Spec spec, String place, String why) {
        String type = spec.text(Field.TYPE_NAME);
        String prim = plain(path);
        String name = prim.substring(prim.lastIndexOf('/') + 1);
        boolean skeleton = type.isEmpty() || type.startsWith("Skel");
        salvage.lost(What.NODE, skeleton ? "" : name, place, why);
        salvage.lost(!salvage.isBare() && showsSurface(spec) ? What.LAYERS : What.MESH, name, place, why);
        object(salvage, prim, place, why);
        around(salvage, name);
    }

    /** A prim that may have stood elsewhere. */
    public static void place(Salvage salvage, String path) {
        String prim = plain(path);
        String why = say("formats.usd.layer.PrimLosses.its-parent-may-be-lost-in");
        salvage.lost(What.NODE, prim.substring(prim.lastIndexOf('/') + 1), "", why);
        object(salvage, prim, "", why);
    }

    /** Without the variants in it. */
    private static String plain(String path) {
        return path.replaceAll("\\{[^}]*\\}(?=[^/{])", "/").replaceAll("\\{[^}]*\\}", "");
    }

    /** By its path, and by the one without the prim that wraps all. */
    private static void object(Salvage salvage, String prim, String place, String why) {
        salvage.lost(What.OBJECT, prim, place, why);
        int second = prim.indexOf('/', 1);
        if (second > 0) {
            salvage.lost(What.OBJECT, prim.substring(second), place, why);
        }
    }

    /** Whether what is left of a mesh is its surface. */
    private static boolean showsSurface(Spec spec) {
        for (String name : List.of("points", "faceVertexCounts", "faceVertexIndices")) {
            Spec p = spec.properties().get(name);
            if (p == null || p.get(Field.DEFAULT) == null && p.get(Field.TIME_SAMPLES) == null) {
                return false;
            }
        }
        return true;
    }

    /** A part of a layer whose prims are not even known by name. */
    public static void part(Salvage salvage, String place, String why) {
        salvage.lost(What.PART, "", place, why);
        around(salvage, say("formats.usd.layer.PrimLosses.a-prim"));
    }

    /** A layer of which nothing can be relied on, though it can be read. */
    public static void everything(Salvage salvage, String why) {
        for (What w : What.values()) {
            if (w != What.PART) {
                salvage.lost(w, "", "", why);
            }
        }
    }

    private static void around(Salvage salvage, String name) {
        for (What w : new What[] {What.SKIN, What.SHAPES, What.MATERIAL, What.CLIP}) {
            salvage.lost(w, "", "", say("formats.usd.layer.PrimLosses.something-of-is-lost-that-they", name));
        }
    }
}
