package io.kinetarch.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.apache.ibatis.annotations.Mapper;
import org.springframework.web.bind.annotation.RestController;

@AnalyzeClasses(packages = "io.kinetarch.server", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule subjectsAreFreeOfCycles =
            slices().matching("io.kinetarch.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule controllersDoNotStore = noClasses()
            .that()
            .areAnnotatedWith(RestController.class)
            .should()
            .dependOnClassesThat()
            .areAnnotatedWith(Mapper.class);

    @ArchTest
    static final ArchRule mappersKnowNothingOfTheWeb = noClasses()
            .that()
            .areAnnotatedWith(Mapper.class)
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework.web..", "jakarta.servlet..");

    @ArchTest
    static final ArchRule oneClockTellsTheTime = noClasses()
            .that()
            .areNotAssignableTo(Clocks.class)
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(LocalDate.class, "now")
            .orShould()
            .callMethod(LocalDate.class, "now", ZoneId.class)
            .orShould()
            .callMethod(ZonedDateTime.class, "now")
            .orShould()
            .callMethod(ZonedDateTime.class, "now", ZoneId.class)
            .orShould()
            .callMethod(Clock.class, "systemUTC")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule controllersAreNobodysBusiness =
            classes().that().areAnnotatedWith(RestController.class).should().bePackagePrivate();
}
