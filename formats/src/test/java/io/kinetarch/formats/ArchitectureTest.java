package io.kinetarch.formats;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;

/** A subject's files know its core and the two containers, tables and calendars; no other subject's files. Those of time zones know nobody. */
@AnalyzeClasses(packages = "io.kinetarch.formats", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule subjectsKnowTheirContainersOnly = Architectures.layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .ensureAllClassesAreContainedInArchitecture()
            .layer("table")
            .definedBy("..formats.table..")
            .layer("calendar")
            .definedBy("..formats.calendar..")
            .layer("people")
            .definedBy("..formats.people..")
            .layer("volume")
            .definedBy("..formats.volume..")
            .layer("roster")
            .definedBy("..formats.roster..")
            .layer("bot")
            .definedBy("..formats.bot..")
            .layer("canned")
            .definedBy("..formats.canned..")
            .layer("timezone")
            .definedBy("..formats.timezone..")
            .whereLayer("table")
            .mayNotAccessAnyLayer()
            .whereLayer("timezone")
            .mayNotAccessAnyLayer()
            .whereLayer("calendar")
            .mayNotAccessAnyLayer()
            .whereLayer("people")
            .mayOnlyAccessLayers("table")
            .whereLayer("volume")
            .mayOnlyAccessLayers("table")
            .whereLayer("bot")
            .mayOnlyAccessLayers("table")
            .whereLayer("canned")
            .mayOnlyAccessLayers("table")
            .whereLayer("roster")
            .mayOnlyAccessLayers("table", "calendar");

    @ArchTest
    static final ArchRule tablesKnowNothingOfTheJob = noClasses()
            .that()
            .resideInAPackage("..formats.table..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("io.kinetarch.core..");

    @ArchTest
    static final ArchRule onlyTablesKnowSpreadsheets = classes()
            .that()
            .resideOutsideOfPackage("..formats.table..")
            .should()
            .onlyDependOnClassesThat()
            .resideOutsideOfPackage("org.apache.poi..");
}
