package idleheron.report.build;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.skeleton.DropJoints;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.junit.jupiter.api.Test;
import org.xml.sax.SAXException;

/** What build servers read is held against the schemas that are published for it. */
class BuildSchemasTest {
    private static final List<Finding> ALL = List.of(
            Finding.of("several-roots", Severity.BREAKS, Topic.HIERARCHY)
                    .says("3 roots", "root & <ctl> \u0001are apart")
                    .measured(Figure.of(3, "roots", "rig/root"))
                    .mendedBy(DropJoints.all()),
            Finding.of("tip-joints", Severity.DRIFTS, Topic.HIERARCHY)
                    .says("13 tip joints", "They move nothing")
                    .measured(Figure.of(Double.NaN, "", "head_tip")),
            Finding.of("clip-is-reverse", Severity.NOTE, Topic.CLIPS).says("A clip backwards", "wade"));

    private static List<Checked> every() {
        List<Checked> out = new ArrayList<>();
        for (List<Finding> f : List.of(ALL, List.<Finding>of())) {
            List<Noted> noted = Noted.findings(f);
            for (KnownFindings k : List.of(KnownFindings.NONE, KnownFindings.of(noted))) {
                for (Set<Noted.Level> failing : List.of(Set.<Noted.Level>of(), Set.of(Noted.Level.ERROR))) {
                    out.add(new Checked("out/wo man é.fbx", noted, k, failing));
                }
            }
        }
        return out;
    }

    @Test
    void everySarifIsOne() throws IOException {
        JsonSchema schema;
        try (InputStream in =
                BuildSchemasTest.class.getClassLoader().getResourceAsStream("schema/sarif-schema-2.1.0.json")) {
            schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V7)
                    .getSchema(Objects.requireNonNull(in, "the schema"));
        }
        for (Checked c : every()) {
            assertThat(schema.validate(
                            new ObjectMapper().readTree(SarifJson.of(c).toString())))
                    .isEmpty();
        }
        ObjectNode wrong = SarifJson.of(every().getFirst());
        wrong.withArray("runs").get(0).withArray("results").forEach(r -> ((ObjectNode) r).put("level", "worst"));
        assertThat(schema.validate(wrong)).as("it notices").isNotEmpty();
    }

    @Test
    void everyJUnitFileIsOne() throws SAXException, IOException {
        Schema schema = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                .newSchema(Objects.requireNonNull(BuildSchemasTest.class.getResource("junit-4.xsd")));
        for (Checked c : every()) {
            schema.newValidator().validate(new StreamSource(new StringReader(JUnitXml.of(c))));
        }
        String wrong = JUnitXml.of(every().getFirst()).replace("<testcase ", "<testcase colour=\"red\" ");
        assertThatThrownBy(() -> schema.newValidator().validate(new StreamSource(new StringReader(wrong))))
                .isInstanceOf(SAXException.class);
    }
}
