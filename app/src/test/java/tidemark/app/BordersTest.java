package tidemark.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "tidemark.app", importOptions = ImportOption.DoNotIncludeTests.class)
class BordersTest {
    @ArchTest
    static final ArchRule capabilities_haveNoCycles =
            slices().matching("tidemark.app.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule onlyTheEdge_knowsProblemDetails = noClasses()
            .that()
            .resideOutsideOfPackage("tidemark.app.web")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("org.springframework.http.ProblemDetail");

    @ArchTest
    static final ArchRule time_comesFromTheClock = noClasses()
            .should()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now");
}
