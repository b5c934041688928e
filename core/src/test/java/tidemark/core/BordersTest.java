package tidemark.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "tidemark.core", importOptions = ImportOption.DoNotIncludeTests.class)
class BordersTest {
    @ArchTest
    static final ArchRule core_usesNoFrameworkDatabaseOrJsonLibrary = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "jakarta..",
                    "java.sql..",
                    "tools.jackson..",
                    "com.fasterxml.jackson..",
                    "org.hibernate..");

    @ArchTest
    static final ArchRule core_asksNoClockAndNoDice = noClasses()
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.time.Clock")
            .orShould()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.util.Random")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule capabilities_haveNoCycles =
            slices().matching("tidemark.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule statementAndLedger_knowNothingOfEachOther = noClasses()
            .that()
            .resideInAPackage("tidemark.core.statement")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("tidemark.core.ledger");
}
