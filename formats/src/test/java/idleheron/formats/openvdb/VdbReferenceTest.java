package idleheron.formats.openvdb;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every file that the reference library wrote, against the facts that it gives for it. */
class VdbReferenceTest {
    static List<String> names() {
        return References.names();
    }

    @ParameterizedTest
    @MethodSource("names")
    void readsWhatTheReferenceLibraryReads(String name) throws IOException {
        Facts.hold(References.open(name), References.facts(name));
    }
}
