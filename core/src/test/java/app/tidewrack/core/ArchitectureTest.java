package app.tidewrack.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;

@AnalyzeClasses(packages = "app.tidewrack.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NO_CIRCLES_AMONG_PACKAGES =
            slices().matching("app.tidewrack.core.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule KNOWS_NO_FRAMEWORK = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "org.apache.ibatis..",
                    "java.sql..",
                    "tools.jackson..",
                    "com.fasterxml..",
                    "java.net.http..");

    @ArchTest
    static final ArchRule HAS_NO_CLOCK_OR_CHANCE_OF_ITS_OWN = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(LocalDate.class, "now")
            .orShould()
            .dependOnClassesThat()
            .belongToAnyOf(Clock.class, java.util.Random.class);

    @ArchTest
    static final ArchRule ARROWS_GO_ONE_WAY = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("ground")
            .definedBy(
                    "..core.refusal..",
                    "..core.text..",
                    "..core.money..",
                    "..core.schedule..",
                    "..core.audience..",
                    "..core.network..")
            .layer("things")
            .definedBy(
                    "..core.creative..",
                    "..core.form..",
                    "..core.naming..",
                    "..core.tracking..",
                    "..core.source..",
                    "..core.feedback..",
                    "..core.frame..",
                    "..core.film..",
                    "..core.post..")
            .layer("plan")
            .definedBy("..core.plan..")
            .layer("sums")
            .definedBy("..core.forecast..", "..core.splittest..")
            .layer("top")
            .definedBy(
                    "..core.brief..",
                    "..core.check..",
                    "..core.launch..",
                    "..core.results..",
                    "..core.testing..",
                    "..core.works..",
                    "..core.playbook..")
            .whereLayer("top")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("sums")
            .mayOnlyBeAccessedByLayers("top")
            .whereLayer("plan")
            .mayOnlyBeAccessedByLayers("top")
            .whereLayer("things")
            .mayOnlyBeAccessedByLayers("plan", "top");
}
