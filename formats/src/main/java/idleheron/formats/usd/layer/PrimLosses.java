package idleheron.formats.usd.layer;

import idleheron.core.scene.Lost.What;
import idleheron.formats.Salvage;

/**
 * What is told where something of a prim is lost. What is bound, shaped, coloured or moved hangs together over many prims, so
 * that none of it is sure any more; a joint is no prim of its own and goes with its skeleton.
 */
final class PrimLosses {
    private PrimLosses() {}

    /**
     * @param path "/rig/body" or "/rig/body{look=wet}"
     * @param type "Mesh", or "" where it is not known
     */
    static void tell(Salvage salvage, String path, String type, String place, String why) {
        String prim = path.replaceAll("\\{[^}]*\\}", "");
        String name = prim.substring(prim.lastIndexOf('/') + 1);
        boolean skeleton = type.isEmpty() || type.startsWith("Skel");
        salvage.lost(What.NODE, skeleton ? "" : name, place, why);
        salvage.lost(What.MESH, name, place, why);
        salvage.lost(What.OBJECT, prim, place, why);
        int second = prim.indexOf('/', 1);
        if (second > 0) {
            salvage.lost(What.OBJECT, prim.substring(second), place, why);
        }
        around(salvage, name);
    }

    /** A part of a layer whose prims are not even known by name. */
    static void part(Salvage salvage, String place, String why) {
        salvage.lost(What.PART, "", place, why);
        around(salvage, "a prim");
    }

    /** A layer of which nothing can be relied on, though it can be read. */
    static void everything(Salvage salvage, String why) {
        for (What w : What.values()) {
            if (w != What.PART) {
                salvage.lost(w, "", "", why);
            }
        }
    }

    private static void around(Salvage salvage, String name) {
        for (What w : new What[] {What.SKIN, What.SHAPES, What.MATERIAL, What.CLIP}) {
            salvage.lost(w, "", "", "something of " + name + " is lost that they may need");
        }
    }
}
