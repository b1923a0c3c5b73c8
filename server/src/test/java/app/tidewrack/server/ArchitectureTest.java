package app.tidewrack.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.core.importer.ImportOption.OnlyIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.apache.ibatis.annotations.Mapper;
import org.springframework.web.bind.annotation.RestController;

@AnalyzeClasses(packages = "app.tidewrack.server", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NO_CIRCLES_AMONG_PACKAGES =
            slices().matching("app.tidewrack.server.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule NEVER_REACHES_INTO_THE_PRACTICE_NETWORK =
            noClasses().should().dependOnClassesThat().resideInAPackage("app.tidewrack.practice..");

    @ArchTest
    static final ArchRule CONTROLLERS_ARE_THE_WEBS_OWN =
            classes().that().areAnnotatedWith(RestController.class).should().notBePublic();

    @ArchTest
    static final ArchRule ONLY_DESKS_AND_LIBRARIES_WRITE_PLANS = noClasses()
            .that()
            .resideOutsideOfPackage("..server.plan..")
            .should()
            .dependOnClassesThat()
            .haveSimpleName("PlanMapper");

    @ArchTest
    static final ArchRule MAPPERS_ARE_INTERFACES =
            classes().that().areAnnotatedWith(Mapper.class).should().beInterfaces();

    /** The scheduler's own ways are silent for five minutes after a fault. */
    @ArchTest
    static final ArchRule JOBS_ARE_MADE_IN_ONE_PLACE = noClasses()
            .that()
            .resideOutsideOfPackage("..server.job..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("com.github.kagkarlsson.scheduler.task.helper..");

    /** Asked of the scheduler itself, work that is wanted while it is being done is lost. */
    @ArchTest
    static final ArchRule WORK_IS_ASKED_FOR_IN_ONE_PLACE = noClasses()
            .that()
            .resideOutsideOfPackage("..server.job..")
            .should()
            .dependOnClassesThat()
            .areAssignableTo(SchedulerClient.class);

    /** A limit written where a test waits is a claim about the machine of the day: one of five seconds once ended CI. */
    @ArchTest
    void testsWaitInOnePlace(JavaClasses ignored) {
        JavaClasses tests =
                new ClassFileImporter().withImportOption(new OnlyIncludeTests()).importPackages("app.tidewrack.server");
        noClasses()
                .that()
                .doNotHaveSimpleName("Waiting")
                .should()
                .callMethod(Thread.class, "sleep", long.class)
                .check(tests);
    }
}
