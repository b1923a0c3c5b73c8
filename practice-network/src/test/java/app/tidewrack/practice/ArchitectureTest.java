package app.tidewrack.practice;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.tidewrack.practice", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NO_CIRCLES_AMONG_PACKAGES =
            slices().matching("app.tidewrack.practice.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule KNOWS_OF_CORE_ONLY_AUDIENCES_AND_RULEBOOKS = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "app.tidewrack.server..",
                    "..core.plan..",
                    "..core.check..",
                    "..core.launch..",
                    "..core.results..",
                    "..core.naming..",
                    "..core.creative..");
}
