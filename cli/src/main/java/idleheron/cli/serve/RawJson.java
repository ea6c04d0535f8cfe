package idleheron.cli.serve;

import static idleheron.core.Messages.say;

import com.google.gson.TypeAdapter;
import com.google.gson.stream.JsonReader;
import com.google.gson.stream.JsonWriter;
import java.io.IOException;

/**
 * JSON that is text already.
 *
 * @param text one value
 */
record RawJson(String text) {
    /** Puts it into a message as it is. */
    static final class Writing extends TypeAdapter<RawJson> {
        @Override
        public void write(JsonWriter out, RawJson value) throws IOException {
            out.jsonValue(value.text.strip());
        }

        @Override
        public RawJson read(JsonReader in) throws IOException {
            throw new IOException(say("cli.serve.RawJson.is-only-written"));
        }
    }
}
