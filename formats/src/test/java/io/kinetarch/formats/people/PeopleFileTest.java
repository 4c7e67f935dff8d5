package io.kinetarch.formats.people;

import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import org.junit.jupiter.api.Test;

class PeopleFileTest {
    private static final Plan PLAN = SamplePlan.plan();

    @Test
    void whatWasWrittenIsReadBackUnchanged() {
        assertThat(read(PeopleFile.write(PLAN)).people()).isEqualTo(PLAN.operators());
    }

    @Test
    void aLineChangesOnlyWhatTheFileHasColumnsFor() {
        var reading = read("Public name;Skills;Capacity\nOp ana;Fares:5; freight\n");
        // the semicolon separates columns here, so the list stands in quotation marks
        assertThat(reading.faults()).hasSize(1);

        var ana = read("Public name,Skills,Capacity\nOp ana,Fares:5; freight,9\n")
                .people()
                .getFirst();
        assertThat(ana.skills()).containsExactly(new HeldSkill(FARES, 5), new HeldSkill(FREIGHT, 1));
        assertThat(ana.capacity()).isEqualTo(9);
        assertThat(ana.languages()).isEqualTo(PLAN.operators().getFirst().languages());
        assertThat(ana.presence()).isEqualTo(PLAN.operators().getFirst().presence());
    }

    @Test
    void newPeopleGetAnIdFromTheirName() {
        var people = read("name,languages,departments\nZoë Ní Bhriain,ga:5; en-IE:4,Sales\nZoë Ní Bhriain!,,\n")
                .people();

        assertThat(people)
                .extracting(Operator::id)
                .containsExactly(new OperatorId("zoe-ni-bhriain"), new OperatorId("zoe-ni-bhriain-2"));
        assertThat(people.getFirst().languages())
                .containsExactly(new SpokenLanguage("ga", 5), new SpokenLanguage("en-IE", 4));
        assertThat(people.getFirst().departments()).containsExactly(SALES);
        assertThat(people.getLast().languages())
                .as("without any, the language of the first door")
                .containsExactly(new SpokenLanguage("en", 5));
    }

    @Test
    void languagesMayBeCalledByTheirNamesAndHeadingsBeGerman() {
        var reading = read("""
                Anzeigename;Sprachen;Kapazität;Klarname gezeigt
                Nora;Deutsch:4;6;nein
                Nils;klingon;6;nein
                """);

        assertThat(reading.people())
                .singleElement()
                .extracting(Operator::languages)
                .isEqualTo(List.of(new SpokenLanguage("de", 4)));
        assertThat(reading.faults())
                .singleElement()
                .extracting(Fault::reason)
                .asString()
                .contains("\"klingon\" is no language that is known");
    }

    @Test
    void aWeekStandsInColumnsOfItsDays() {
        var before = SamplePlan.plan().operators().getFirst();
        var read = read("""
                id;Montag;Di;sunday
                ana;8-12, 13.30–17:00;;22:00 bis 24:00
                cleo;8-25;;
                ben;early;;
                """);

        var week = read.people().getFirst().presence();
        assertThat(week)
                .filteredOn(window -> window.day() != DayOfWeek.MONDAY && window.day() != DayOfWeek.SUNDAY)
                .as("Tuesday is empty, other days are as they were")
                .containsExactlyElementsOf(before.presence().stream()
                        .filter(window -> window.day().getValue() > 2 && window.day() != DayOfWeek.SUNDAY)
                        .toList());
        assertThat(week)
                .contains(
                        new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(12, 0)),
                        new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(13, 30), LocalTime.of(17, 0)),
                        new WeeklyWindow(DayOfWeek.SUNDAY, LocalTime.of(22, 0), LocalTime.MIDNIGHT));
        assertThat(read.faults())
                .singleElement()
                .satisfies(fault -> assertThat(fault.reason()).contains("8-25"))
                .satisfies(fault -> assertThat(fault.others()).containsExactly(4L));

        String written = PeopleFile.write(SamplePlan.edited(read.people().getFirst()));
        assertThat(written).contains("08:00-12:00; 13:30-17:00");
        assertThat(PeopleFile.read(bytes(written), SamplePlan.plan())
                        .people()
                        .getFirst()
                        .presence())
                .isEqualTo(week);
    }

    @Test
    void linesThatCannotBeUsedSayWhy() {
        var reading = read("""
                id,public name,skills,capacity,languages,real name shown
                ana,,Knots:3,6,en,no
                ana,,Fares:9,6,en,no
                ana,,Fares:3,lots,en,no
                ana,,Fares:3,0,en,no
                ana,,Fares:3,6,english!,no
                ana,,Fares:3,6,en,yes
                ana,,Fares:3,6,en,no
                ana,,Fares:4,6,en,no
                NEW ID,Nora,,6,en,no
                nora,,,6,en,no
                ,,,6,en,no
                """);

        assertThat(reading.people()).hasSize(1);
        assertThat(reading.faults())
                .extracting(Fault::reason)
                .satisfiesExactly(
                        reason -> assertThat(reason).contains("no skill \"Knots\""),
                        reason -> assertThat(reason).contains("level of Fares must be from 1 to 5, not \"9\""),
                        reason -> assertThat(reason).contains("capacity must be a whole number, not \"lots\""),
                        reason -> assertThat(reason).contains("capacity must be from 1 to 1000, was 0"),
                        reason -> assertThat(reason).contains("BCP 47"),
                        reason -> assertThat(reason).contains("no real name to show"),
                        reason -> assertThat(reason).contains("stands in an earlier line"),
                        reason -> assertThat(reason).contains("\"NEW ID\" must be"),
                        reason -> assertThat(reason).contains("a new operator needs a public name"),
                        reason -> assertThat(reason).contains("neither an id nor a public name"));
        assertThat(reading.faults()).extracting(Fault::line).startsWith(2L, 3L, 4L);
    }

    @Test
    void namesakesAreToldApartByTheirIds() {
        var twin = SamplePlan.plan().operators().getFirst();
        var plan = SamplePlan.edited(SamplePlan.operator("ana-2", 6, List.of("en"))
                .withProfile(twin.name(), null, twin.languages(), LocalText.NONE));

        assertThat(PeopleFile.read(bytes("name\nOp ana\n"), plan).faults())
                .singleElement()
                .extracting(Fault::reason)
                .asString()
                .contains("2 operators are called Op ana", "ana; ana-2");
        assertThat(PeopleFile.read(bytes("id,name\nana-2,Op Ana\n"), plan).people())
                .singleElement()
                .extracting(Operator::name)
                .isEqualTo("Op Ana");
    }

    /** The characters are those of the OWASP page on CSV injection. */
    @Test
    void textsThatASpreadsheetWouldRunAreWrittenHarmlesslyAndReadBack() {
        for (String name : List.of("=1+2", "+1", "-1", "@sum(a1)", "'=quoted", "=HYPERLINK(\"x\")")) {
            var ana = PLAN.operators().getFirst();
            var plan = SamplePlan.edited(ana.withProfile(name, null, ana.languages(), LocalText.NONE));
            String file = PeopleFile.write(plan);

            assertThat(file.lines().skip(1)).noneMatch(line -> line.matches("ana,\"?[=+@-].*"));
            assertThat(PeopleFile.read(bytes(file), plan).people().getFirst().name())
                    .isEqualTo(name);
        }
    }

    /** RFC 4180, section 2: quoted fields may hold line breaks, commas and doubled quotation marks. */
    @Test
    void quotedFieldsFollowTheStandard() {
        var person = read("id,public name,real name\r\nana,\"Ana \"\"Nan\"\" R.\",\"Rourke, Ana\r\nMaria\"\r\n")
                .people()
                .getFirst();

        assertThat(person.name()).isEqualTo("Ana \"Nan\" R.");
        assertThat(person.realName()).isEqualTo("Rourke, Ana\r\nMaria");
        assertThat(PeopleFile.write(SamplePlan.edited(person))).contains("\"Ana \"\"Nan\"\" R.\"");
    }

    @Test
    void filesThatHoldNoPeopleAreRefused() {
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> read("colour,size\nred,2\n"))
                .withMessageContaining("no column for the public name");
        assertThatExceptionOfType(FileRefusal.class).isThrownBy(() -> read("")).withMessageContaining("empty");
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> read("public name\n"))
                .withMessageContaining("no line below");
        assertThat(read("public name,shoe size\nOp ana,38\n").notes())
                .containsExactly("Columns left aside: shoe size.");
    }

    private static PeopleFile.Reading read(String text) {
        return PeopleFile.read(bytes(text), PLAN);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
