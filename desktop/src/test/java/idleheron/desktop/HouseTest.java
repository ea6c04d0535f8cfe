package idleheron.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import org.junit.jupiter.api.Test;

/** The arrows of the house: who may use whom. */
class HouseTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("idleheron");

    private static void never(String room, String... others) {
        ArchRule rule = noClasses()
                .that()
                .resideInAPackage(room)
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(others);
        rule.check(ALL);
    }

    @Test
    void rooms_use_only_what_their_arrows_allow() {
        never(
                "idleheron.core..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.render..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.report..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.report..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.desktop..",
                "idleheron.cli..");
    }

    @Test
    void no_toolkit_outside_the_desktop() {
        noClasses()
                .that()
                .resideOutsideOfPackage("idleheron.desktop..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "javax.swing..", "java.awt", "java.awt.event..")
                .check(ALL);
    }

    @Test
    void the_documents_of_a_format_know_nothing_of_scenes() {
        noClasses()
                .that()
                .haveSimpleNameStartingWith("FbxBinary")
                .or()
                .haveSimpleNameStartingWith("FbxText")
                .or()
                .haveSimpleName("FbxDocument")
                .or()
                .haveSimpleName("FbxRecord")
                .or()
                .haveSimpleName("FbxArrayCoding")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("idleheron.core.scene..")
                .check(ALL);
    }

    @Test
    void the_core_prints_and_logs_nothing() {
        noClasses()
                .that()
                .resideInAPackage("idleheron.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.slf4j..", "java.util.logging..")
                .check(ALL);
        com.tngtech.archunit.library.GeneralCodingRules.NO_CLASSES_SHOULD_ACCESS_STANDARD_STREAMS.check(
                new ClassFileImporter().importPackages("idleheron.core"));
    }
}
