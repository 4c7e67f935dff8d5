package io.kinetarch.core;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
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
            .layer("bot")
            .definedBy("..core.bot..")
            .layer("hours")
            .definedBy("..core.hours..")
            .layer("people")
            .definedBy("..core.people..")
            .layer("plan")
            .definedBy("..core.plan..")
            .layer("presence")
            .definedBy("..core.presence..")
            .layer("change")
            .definedBy("..core.change..")
            .layer("routing")
            .definedBy("..core.routing..")
            .layer("door")
            .definedBy("..core.door..")
            .layer("dispatch")
            .definedBy("..core.dispatch..")
            .layer("rehearsal")
            .definedBy("..core.rehearsal..")
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
            .layer("report")
            .definedBy("..core.report..")
            .layer("alarm")
            .definedBy("..core.alarm..")
            .layer("simulation")
            .definedBy("..core.simulation..")
            .layer("scenario")
            .definedBy("..core.scenario..")
            .whereLayer("bot")
            .mayOnlyAccessLayers("plan")
            .whereLayer("hours")
            .mayNotAccessAnyLayer()
            .whereLayer("people")
            .mayOnlyAccessLayers("plan", "dispatch")
            .whereLayer("plan")
            .mayOnlyAccessLayers("hours")
            .whereLayer("presence")
            .mayOnlyAccessLayers("hours", "plan")
            .whereLayer("routing")
            .mayOnlyAccessLayers("hours", "plan")
            .whereLayer("change")
            .mayOnlyAccessLayers("hours", "plan", "routing")
            .whereLayer("door")
            .mayOnlyAccessLayers("hours", "plan", "routing")
            .whereLayer("dispatch")
            .mayOnlyAccessLayers("hours", "plan", "routing")
            .whereLayer("rehearsal")
            .mayOnlyAccessLayers("hours", "plan", "routing", "dispatch")
            .whereLayer("inspection")
            .mayOnlyAccessLayers("hours", "plan", "bot", "presence", "routing", "door", "dispatch")
            .whereLayer("volume")
            .mayOnlyAccessLayers("hours", "plan")
            .whereLayer("forecast")
            .mayNotAccessAnyLayer()
            .whereLayer("report")
            .mayNotAccessAnyLayer()
            .whereLayer("alarm")
            .mayNotAccessAnyLayer()
            .whereLayer("staffing")
            .mayOnlyAccessLayers("hours", "plan", "presence", "routing", "dispatch")
            .whereLayer("roster")
            .mayOnlyAccessLayers("hours", "plan", "presence", "routing", "dispatch", "staffing")
            .whereLayer("scenario")
            .mayOnlyAccessLayers("hours", "plan", "change", "dispatch", "simulation", "staffing")
            .whereLayer("simulation")
            .mayOnlyAccessLayers("hours", "plan", "presence", "routing", "dispatch");

    @ArchTest
    static final ArchRule subjectsAreFreeOfCycles =
            slices().matching("io.kinetarch.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule theCoreOnlyComputes = noClasses()
            .should()
            .dependOnClassesThat(resideInAnyPackage(
                            "org.springframework..",
                            "java.sql..",
                            "javax.sql..",
                            "java.net.http..",
                            "tools.jackson..",
                            "com.fasterxml..",
                            "org.apache..",
                            "net.fortuna..",
                            "java.awt..",
                            "javax.swing..")
                    // How words are cut and their endings taken off is computing, too.
                    .and(not(resideInAnyPackage("org.apache.lucene.analysis..", "org.apache.lucene.util.."))));

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
