package idleheron.formats.obj.document;

/**
 * Something that holds from a place of the text on.
 *
 * @param face the first face that it holds for
 * @param point the first point
 * @param text what stands behind the word, without blanks around it
 */
public record ObjEvent(Kind kind, int face, int point, String text) {
    /** Of which statement. */
    public enum Kind {
        OBJECT("o"),
        GROUP("g"),
        SMOOTHING("s"),
        MATERIAL("usemtl"),
        LIBRARY("mtllib");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /** As the text writes it. */
        public String word() {
            return word;
        }
    }
}
