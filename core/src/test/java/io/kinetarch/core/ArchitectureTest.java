package io.kinetarch.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;

/** Holds the arrows of the house: subjects know only those named below them here. */
@AnalyzeClasses(packages = "io.kinetarch.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule subjectsDependDownwards = Architectures.layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .ensureAllClassesAreContainedInArchitecture()
            .layer("hours")
            .definedBy("..core.hours..")
            .layer("csv")
            .definedBy("..core.csv..")
            .layer("people")
            .definedBy("..core.people..")
            .layer("plan")
            .definedBy("..core.plan..")
            .layer("routing")
            .definedBy("..core.routing..")
            .layer("door")
            .definedBy("..core.door..")
            .layer("dispatch")
            .definedBy("..core.dispatch..")
            .layer("inspection")
            .definedBy("..core.inspection..")
            .layer("volume")
            .definedBy("..core.volume..")
            .layer("forecast")
            .definedBy("..core.forecast..")
            .layer("staffing")
            .definedBy("..core.staffing..")
            .layer("roster")
            .definedBy("..core.roster..")
            .whereLayer("hours")
            .mayNotAccessAnyLayer()
            .whereLayer("csv")
            .mayNotAccessAnyLayer()
            .whereLayer("people")
            .mayOnlyAccessLayers("csv", "plan", "dispatch")
            .whereLayer("plan")
            .mayOnlyAccessLayers("hours")
            .whereLayer("routing")
            .mayOnlyAccessLayers("hours", "plan")
            .whereLayer("door")
            .mayOnlyAccessLayers("hours", "plan", "routing")
            .whereLayer("dispatch")
            .mayOnlyAccessLayers("hours", "plan", "routing")
            .whereLayer("inspection")
            .mayOnlyAccessLayers("hours", "plan", "routing", "door", "dispatch")
            .whereLayer("volume")
            .mayOnlyAccessLayers("csv", "hours", "plan")
            .whereLayer("forecast")
            .mayNotAccessAnyLayer()
            .whereLayer("staffing")
            .mayOnlyAccessLayers("hours", "plan", "routing", "dispatch")
            .whereLayer("roster")
            .mayOnlyAccessLayers("csv", "hours", "plan", "routing", "dispatch", "staffing");

    @ArchTest
    static final ArchRule subjectsAreFreeOfCycles =
            slices().matching("io.kinetarch.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule theCoreOnlyComputes = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "java.sql..",
                    "javax.sql..",
                    "java.net.http..",
                    "tools.jackson..",
                    "com.fasterxml..",
                    "java.awt..",
                    "javax.swing..");

    @ArchTest
    static final ArchRule timeAndChanceAreHandedIn = noClasses()
            .should()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(Math.class, "random");
}
