package idleheron.formats.spi;

import java.util.List;

/** A file that is put together from layers, for a person to look through: its layers, its prims, and who says what. */
public interface LayeredFile {
    /** In the order in which they were opened, the top first. */
    List<LayerLine> layerLines();

    /** Those at the top, each with those below it. */
    List<PrimLine> prims();

    /** Files of a package, the largest first; none for a layer. */
    List<Packed> contents();

    /** What does not hold together. */
    List<Trouble> troubles();

    /** Every opinion about every property of a prim, by property, the strongest first. */
    List<Said> said(String path);

    /**
     * One layer.
     *
     * @param way how the file comes to it: "top", "sublayer", "brought in"
     * @param bytes of its file, or within its package
     */
    record LayerLine(String id, String name, String way, String form, long bytes) {}

    /**
     * One prim.
     *
     * @param layers indices of those that speak of it
     * @param there whether it is defined and active
     */
    record PrimLine(
            String path, String name, String type, boolean there, List<Integer> layers, List<PrimLine> children) {
        public PrimLine {
            layers = List.copyOf(layers);
            children = List.copyOf(children);
        }
    }

    /**
     * What one layer says of a property.
     *
     * @param layer index
     * @param arc how the opinion comes to the prim
     * @param path where the layer says it
     */
    record Said(String property, String type, int layer, String arc, String path, String value, boolean counts) {}

    /** One file of a package. */
    record Packed(String name, long bytes) {}

    /** Something that does not hold together, and where. */
    record Trouble(String subject, String message) {}
}
