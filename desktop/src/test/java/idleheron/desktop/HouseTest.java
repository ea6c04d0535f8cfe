package idleheron.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaCodeUnit;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import idleheron.core.scene.Lost;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The arrows of the house: who may use whom. */
class HouseTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .withImportOption(l -> !l.contains("-tests.jar")) // tests of other modules that these use
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
    void roomsUseOnlyWhatTheirArrowsAllow() {
        never(
                "idleheron.core..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.app..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.app..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.render..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.report..",
                "idleheron.app..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.rehearsal..",
                "idleheron.render..",
                "idleheron.report..",
                "idleheron.app..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never(
                "idleheron.report..",
                "idleheron.formats..",
                "idleheron.rehearsal..",
                "idleheron.app..",
                "idleheron.desktop..",
                "idleheron.cli..");
        never("idleheron.app..", "idleheron.render..", "idleheron.desktop..", "idleheron.cli..");
        never("idleheron.desktop..", "idleheron.cli..");
    }

    @Test
    void noToolkitOutsideTheDesktop() {
        noClasses()
                .that()
                .resideOutsideOfPackage("idleheron.desktop..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "javax.swing..", "java.awt", "java.awt.event..")
                .check(ALL);
    }

    /** But for what a rescue tells to be lost, which is told in the words of a scene. */
    @Test
    void theDocumentsOfAFormatKnowNothingOfScenes() {
        DescribedPredicate<JavaClass> scenes = JavaClass.Predicates.resideInAPackage("idleheron.core.scene..")
                .and(DescribedPredicate.not(JavaClass.Predicates.belongTo(JavaClass.Predicates.type(Lost.class))));
        noClasses()
                .that()
                .resideInAnyPackage(
                        "idleheron.formats..document..",
                        "idleheron.formats..coding..",
                        "idleheron.formats.alembic.archive..",
                        "idleheron.formats.usd.layer..",
                        "idleheron.formats.usd.text..",
                        "idleheron.formats.usd.crate..")
                .should()
                .dependOnClassesThat(scenes)
                .check(ALL);
    }

    @Test
    void theCorePrintsAndLogsNothing() {
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

    /** What many numbers say together has a name: a record. Those alone are made of as many as they have. */
    @Test
    void nothingTakesSevenThingsOrMore() {
        assertThat(ALL.stream()
                        .flatMap(c -> c.getCodeUnits().stream())
                        .filter(u -> !u.getModifiers().contains(JavaModifier.SYNTHETIC))
                        .filter(u -> !(u.isConstructor() && u.getOwner().isRecord()))
                        .filter(u -> u.getParameters().size() >= 7)
                        .map(JavaCodeUnit::getFullName))
                .isEmpty();
    }

    private static final String[] CARRIERS = {
        "idleheron.formats.fbx..",
        "idleheron.formats.usd..",
        "idleheron.formats.alembic..",
        "idleheron.formats.openvdb..",
        "idleheron.formats.gltf..",
        "idleheron.formats.obj..",
        "idleheron.formats.motion.."
    };

    /** The demo and the benchmarks name what they make; everything else asks the registry. */
    @Test
    void aCarrierIsNamedByItsLineInTheRegistryAlone() {
        noClasses()
                .that()
                .resideOutsideOfPackages(CARRIERS)
                .and()
                .resideOutsideOfPackages("idleheron.rehearsal.demo..", "idleheron.bench..")
                .and()
                .doNotHaveFullyQualifiedName("idleheron.formats.SceneFiles")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(CARRIERS)
                .check(ALL);
    }

    /** A stage points to volume files, and so knows how they are made. */
    @Test
    void aCarrierKnowsNoOtherAndNotWhoAsksIt() {
        for (String carrier : CARRIERS) {
            never(carrier, "idleheron.formats", "idleheron.formats.delivery..", "idleheron.formats.checks..");
            boolean stage = carrier.equals("idleheron.formats.usd..");
            for (String other : CARRIERS) {
                if (!other.equals(carrier) && !(stage && other.equals("idleheron.formats.openvdb.."))) {
                    never(carrier, other);
                }
            }
        }
    }

    private static final String[] KINDS = {
        "idleheron.core.character..",
        "idleheron.core.view..",
        "idleheron.core.cache.asset..",
        "idleheron.core.cache.check..",
        "idleheron.core.cache.compare..",
        "idleheron.core.volume.asset..",
        "idleheron.core.volume.check..",
        "idleheron.core.volume.compare..",
        "idleheron.core.garment.asset..",
        "idleheron.core.garment.check..",
        "idleheron.core.garment.compare..",
        "idleheron.core.avatar.asset..",
        "idleheron.core.avatar.check..",
        "idleheron.core.avatar.compare..",
        "idleheron.core.formula.asset.."
    };

    /** What inspects, compares, carries and reports asks every kind of asset and knows none by name. */
    @Test
    void aKindOfAssetIsNamedByItsLineInTheRegistryAlone() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        "idleheron.core..", "idleheron.formats..", "idleheron.report..", "idleheron.render..")
                .and()
                .resideOutsideOfPackages(KINDS)
                .and()
                .doNotHaveFullyQualifiedName("idleheron.core.kinds.AssetKinds")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(KINDS)
                .check(ALL);
    }

    /** Tables and figures of one kind are nothing to another. */
    @Test
    void aKindOfAssetKnowsNoOther() {
        never(
                "idleheron.core.character..",
                "idleheron.core.cache..",
                "idleheron.core.volume..",
                "idleheron.core.view..");
        never(
                "idleheron.core.cache..",
                "idleheron.core.character..",
                "idleheron.core.volume..",
                "idleheron.core.view..");
        never(
                "idleheron.core.volume..",
                "idleheron.core.character..",
                "idleheron.core.cache..",
                "idleheron.core.view..");
        never(
                "idleheron.core.view..",
                "idleheron.core.character..",
                "idleheron.core.cache..",
                "idleheron.core.volume..");
    }

    @Test
    void noRoomsOfAModuleUseEachOtherInACircle() {
        slices().matching("idleheron.core.(**)").should().beFreeOfCycles().check(ALL);
        slices().matching("idleheron.desktop.(**)").should().beFreeOfCycles().check(ALL);
        slices().matching("idleheron.formats.(*)..").should().beFreeOfCycles().check(ALL);
        for (String carrier : CARRIERS) {
            slices().matching(carrier.replace("..", ".(*).."))
                    .should()
                    .beFreeOfCycles()
                    .allowEmptyShould(true)
                    .check(ALL);
        }
        for (String module : List.of("app", "report", "render", "rehearsal")) {
            slices().matching("idleheron." + module + ".(**)")
                    .should()
                    .beFreeOfCycles()
                    .check(ALL);
        }
    }

    @Test
    void everyRoomSaysWhatLivesInIt() throws IOException {
        Set<Path> rooms = new TreeSet<>();
        sources().forEach(f -> rooms.add(f.resolveSibling("package-info.java")));
        assertThat(rooms).hasSizeGreaterThan(70).allSatisfy(r -> assertThat(r).exists());
    }

    private static final int MOST_FILES = 20;
    private static final int MOST_LINES = 400;

    private static List<Path> sources() throws IOException {
        return sources("main");
    }

    /** @param of "main" or "test" */
    private static List<Path> sources(String of) throws IOException {
        List<Path> modules;
        try (Stream<Path> beside = Files.list(Path.of(".."))) {
            modules = beside.map(m -> m.resolve("src/" + of + "/java/idleheron"))
                    .filter(Files::isDirectory)
                    .toList();
        }
        List<Path> out = new ArrayList<>();
        for (Path m : modules) {
            try (Stream<Path> all = Files.walk(m)) {
                all.filter(f -> f.toString().endsWith(".java") && !f.endsWith("package-info.java"))
                        .forEach(out::add);
            }
        }
        return out;
    }

    @Test
    void aRoomHoldsTwentyFiles() throws IOException {
        Map<Path, Integer> files = new TreeMap<>();
        sources().forEach(f -> files.merge(f.resolveSibling(""), 1, Integer::sum));
        assertThat(files)
                .hasSizeGreaterThan(70)
                .allSatisfy((room, n) -> assertThat(n).as(room.toString()).isLessThanOrEqualTo(MOST_FILES));
    }

    @Test
    void aFileHasFourHundredLines() throws IOException {
        List<Path> all = sources();
        all.addAll(sources("test"));
        for (Path f : all) {
            assertThat(Files.readAllLines(f).size()).as(f.toString()).isLessThanOrEqualTo(MOST_LINES);
        }
    }

    @Test
    void testsAreNamedInOneStyle() throws IOException {
        List<Path> tests = sources("test");
        assertThat(tests).hasSizeGreaterThan(400);
        Pattern other = Pattern.compile("^ {4}(public )?(void|boolean) [A-Za-z0-9]+_\\w*\\(", Pattern.MULTILINE);
        for (Path f : tests) {
            assertThat(other.matcher(Files.readString(f)).find())
                    .as(f.toString())
                    .isFalse();
        }
    }
}
