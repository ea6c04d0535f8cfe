package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.cfg.JsonNodeFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The text of a document as a tree. Numbers keep the digits that they are written with. What the standard forbids and a reader
 * can still make sense of is told: a byte order mark, a key that comes twice, letters that are not UTF-8.
 */
final class GltfText {
    private static final int DEEPEST = 500;

    private GltfText() {}

    /**
     * @param at byte of the file where the text begins
     * @param notes takes what was read although it is forbidden
     */
    static ObjectNode read(String file, MemorySegment text, long at, List<String> notes) throws FormatException {
        byte[] bytes = text.toArray(ValueLayout.JAVA_BYTE);
        int from = 0;
        if (bytes.length >= 3 && (bytes[0] & 255) == 0xEF && (bytes[1] & 255) == 0xBB && (bytes[2] & 255) == 0xBF) {
            notes.add(say("formats.gltf.document.GltfText.a-byte-order-mark-stands-before"));
            from = 3;
        }
        String decoded = decoded(bytes, from, notes);
        try {
            return parsed(file, decoded, true);
        } catch (IOException e) {
            if (e instanceof JsonProcessingException j
                    && String.valueOf(j.getOriginalMessage()).startsWith("Duplicate field")) {
                notes.add(say("formats.gltf.document.GltfText.the-same-key-stands-twice-in", j.getOriginalMessage()));
                try {
                    return parsed(file, decoded, false);
                } catch (IOException again) {
                    throw broken(file, at, again);
                }
            }
            throw broken(file, at, e);
        }
    }

    private static FormatException broken(String file, long at, IOException e) {
        if (e instanceof FormatException f) {
            return f;
        }
        if (e instanceof JsonProcessingException j && j.getLocation() != null) {
            return FormatException.at(
                    file, at + Math.max(0, j.getLocation().getCharOffset()), "JSON", j.getOriginalMessage());
        }
        return FormatException.at(file, at, "JSON", String.valueOf(e.getMessage()));
    }

    private static String decoded(byte[] bytes, int from, List<String> notes) {
        int end = bytes.length;
        while (end > from && (bytes[end - 1] == ' ' || bytes[end - 1] == 0)) {
            end--;
        }
        ByteBuffer b = ByteBuffer.wrap(bytes, from, end - from);
        try {
            return StandardCharsets.UTF_8.newDecoder().decode(b).toString();
        } catch (CharacterCodingException e) {
            notes.add(say("formats.gltf.document.GltfText.the-text-is-not-utf-8"));
            return new String(bytes, from, end - from, StandardCharsets.ISO_8859_1);
        }
    }

    private static ObjectNode parsed(String file, String text, boolean strict) throws IOException {
        JsonFactory factory = JsonFactory.builder()
                .configure(StreamReadFeature.STRICT_DUPLICATE_DETECTION, strict)
                .streamReadConstraints(StreamReadConstraints.builder()
                        .maxStringLength(Math.max(1, text.length()))
                        .maxNestingDepth(DEEPEST)
                        .build())
                .build();
        ObjectMapper mapper = new ObjectMapper(factory)
                .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
                .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
                .configure(JsonNodeFeature.STRIP_TRAILING_BIGDECIMAL_ZEROES, false);
        try (JsonParser p = factory.createParser(text)) {
            p.setCodec(mapper);
            JsonNode n = mapper.readTree(p);
            if (!(n instanceof ObjectNode o)) {
                throw FormatException.in(
                        file,
                        say("formats.gltf.document.GltfText.an-object-of-json"),
                        n == null
                                ? say("formats.gltf.document.GltfText.nothing")
                                : n.getNodeType().toString());
            }
            if (p.nextToken() != null) {
                throw FormatException.in(
                        file,
                        say("formats.gltf.document.GltfText.nothing-after-the-object"),
                        p.currentToken().toString());
            }
            return o;
        }
    }
}
