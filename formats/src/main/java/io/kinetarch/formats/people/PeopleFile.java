package io.kinetarch.formats.people;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.FormulaGuard;
import io.kinetarch.formats.table.UnusableLine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * People as a CSV (RFC 4180): a line for each operator, lists such as skills with semicolons between and levels behind a
 * colon ("Fares:3; Sailings:2"), a column for each day of the week when people are there ("08:00-12:00; 13:00-17:00"). What a file has no column for stays as it is.
 */
public final class PeopleFile {
    private static final int USUAL_CAPACITY = 6;
    private static final int FIRST_LANGUAGE = 5;

    private final Plan plan;
    private final Map<PeopleColumn, Integer> position = new EnumMap<>(PeopleColumn.class);
    private final Map<String, OperatorId> lineNames = new HashMap<>();
    private final Set<OperatorId> seen = new HashSet<>();

    private PeopleFile(Plan plan) {
        this.plan = plan;
    }

    /**
     * What a file holds.
     *
     * @param people as they will be: those the plan has, changed where the file says so, and new ones
     * @param faults lines that cannot be used
     * @param notes what was assumed or left aside
     */
    public record Reading(List<Operator> people, List<Fault> faults, List<String> notes) {}

    /** Writes a plan's people. A text that a spreadsheet would run as a formula gets an apostrophe before it. */
    public static String write(Plan plan) {
        var out = new StringBuilder();
        try (var printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(Stream.of(PeopleColumn.values()).map(PeopleColumn::title));
            for (Operator operator : plan.operators()) {
                printer.printRecord(Stream.of(PeopleColumn.values())
                        .map(column -> FormulaGuard.guarded(cell(plan, operator, column))));
            }
        } catch (IOException e) {
            throw new UncheckedIOException("a string buffer does not fail", e);
        }
        return out.toString();
    }

    private static String cell(Plan plan, Operator operator, PeopleColumn column) {
        return switch (column) {
            case ID -> operator.id().value();
            case NAME -> operator.name();
            case REAL_NAME -> orEmpty(operator.realName());
            case REAL_NAME_SHOWN -> operator.realNameShown() ? "yes" : "no";
            case ACCOUNT -> orEmpty(operator.account());
            case LANGUAGES -> joined(operator.languages(), spoken -> spoken.language() + ":" + spoken.level());
            case SKILLS ->
                joined(operator.skills(), held -> plan.skill(held.skill()).name() + ":" + held.level());
            case CAPACITY -> Integer.toString(operator.capacity());
            case MOST_CHATS -> orEmpty(operator.mostChats());
            case DEPARTMENTS ->
                joined(operator.departments(), id -> plan.department(id).name());
            case MONDAY, TUESDAY, WEDNESDAY, THURSDAY, FRIDAY, SATURDAY, SUNDAY ->
                DayCell.write(operator.presence(), column.day());
        };
    }

    private static String orEmpty(@Nullable Object value) {
        return value == null ? "" : value.toString();
    }

    private static <T> String joined(List<T> list, Function<T, String> each) {
        return list.stream().map(each).collect(Collectors.joining("; "));
    }

    /**
     * Reads a file for a plan. A line is matched to an operator by its id; without one by its public name, if only one
     * operator has it.
     *
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes, Plan plan) {
        var delimited = DelimitedFile.read(bytes);
        var file = new PeopleFile(plan);
        var unused = file.columns(delimited.header());
        var people = new ArrayList<Operator>();
        var faults = new Faults();
        for (CSVRecord line : (Iterable<CSVRecord>) delimited.body()::iterator) {
            try {
                people.add(file.parse(line));
            } catch (UnusableLine e) {
                faults.add(line, e);
            }
        }
        return new Reading(
                List.copyOf(people),
                faults.list(),
                unused.isEmpty() ? List.of() : List.of("Columns left aside: " + String.join(", ", unused) + "."));
    }

    private List<String> columns(CSVRecord header) {
        var unused = new ArrayList<String>();
        for (int i = 0; i < header.size(); i++) {
            var column = PeopleColumn.named(header.get(i));
            if (column.isEmpty() || position.putIfAbsent(column.get(), i) != null) {
                unused.add(header.get(i));
            }
        }
        if (!position.containsKey(PeopleColumn.NAME) && !position.containsKey(PeopleColumn.ID)) {
            throw new FileRefusal(
                    1,
                    "the header \"" + String.join(" | ", header.toList())
                            + "\" has no column for the public name; name one \"public name\"");
        }
        return unused;
    }

    private Operator parse(CSVRecord line) throws UnusableLine {
        var known = known(line);
        try {
            var operator = known.isPresent() ? changed(known.get(), line) : made(line);
            if (!seen.add(operator.id())) {
                throw new UnusableLine(operator.name() + " (" + operator.id().value() + ") stands in an earlier line");
            }
            return operator;
        } catch (PlanRefusal refusal) {
            throw new UnusableLine(refusal.getMessage());
        }
    }

    private Optional<Operator> known(CSVRecord line) throws UnusableLine {
        var id = text(line, PeopleColumn.ID);
        if (id.isPresent()) {
            return plan.operators().stream()
                    .filter(operator -> operator.id().value().equals(id.get()))
                    .findFirst();
        }
        String name = text(line, PeopleColumn.NAME)
                .orElseThrow(() -> new UnusableLine("neither an id nor a public name is given"));
        var same = plan.operators().stream()
                .filter(operator -> operator.name().equals(name))
                .toList();
        if (same.size() > 1) {
            throw new UnusableLine(same.size() + " operators are called " + name + "; say by id which is meant ("
                    + joined(same, operator -> operator.id().value()) + ")");
        }
        return same.stream().findFirst();
    }

    private Operator made(CSVRecord line) throws UnusableLine {
        String name =
                text(line, PeopleColumn.NAME).orElseThrow(() -> new UnusableLine("a new operator needs a public name"));
        var id = text(line, PeopleColumn.ID).map(OperatorId::new).orElseGet(() -> freeId(name));
        return changed(
                new Operator(
                        id,
                        name,
                        null,
                        false,
                        null,
                        null,
                        List.of(new SpokenLanguage(
                                plan.doors().isEmpty()
                                        ? "en"
                                        : plan.doors().getFirst().languages().getFirst(),
                                FIRST_LANGUAGE)),
                        List.of(),
                        USUAL_CAPACITY,
                        null,
                        List.of(),
                        LocalText.NONE,
                        NotificationWishes.USUAL,
                        List.of()),
                line);
    }

    private OperatorId freeId(String name) {
        var id = OperatorId.free(name, candidate -> plan.has(candidate) || lineNames.containsKey(candidate.value()));
        lineNames.put(id.value(), id);
        return id;
    }

    private Operator changed(Operator before, CSVRecord line) throws UnusableLine {
        String realName = optional(line, PeopleColumn.REAL_NAME, before.realName());
        return new Operator(
                before.id(),
                text(line, PeopleColumn.NAME).orElse(before.name()),
                realName,
                position.containsKey(PeopleColumn.REAL_NAME_SHOWN)
                        ? yes(text(line, PeopleColumn.REAL_NAME_SHOWN).orElse("no"))
                        : before.realNameShown() && realName != null,
                optional(line, PeopleColumn.ACCOUNT, before.account()),
                before.picture(),
                text(line, PeopleColumn.LANGUAGES).isEmpty()
                        ? before.languages()
                        : levels(line, PeopleColumn.LANGUAGES, FIRST_LANGUAGE, PeopleFile::spoken),
                position.containsKey(PeopleColumn.SKILLS)
                        ? levels(
                                line,
                                PeopleColumn.SKILLS,
                                1,
                                (skill, level) -> new HeldSkill(skill(skill).id(), level))
                        : before.skills(),
                text(line, PeopleColumn.CAPACITY).isEmpty() ? before.capacity() : number(line, PeopleColumn.CAPACITY),
                !position.containsKey(PeopleColumn.MOST_CHATS)
                        ? before.mostChats()
                        : text(line, PeopleColumn.MOST_CHATS).isEmpty() ? null : number(line, PeopleColumn.MOST_CHATS),
                position.containsKey(PeopleColumn.DEPARTMENTS) ? departments(line) : before.departments(),
                before.greeting(),
                before.notifications(),
                presence(line, before.presence()));
    }

    /** Days that the file has a column for are as it says, others as before. */
    private List<WeeklyWindow> presence(CSVRecord line, List<WeeklyWindow> before) throws UnusableLine {
        var week = new ArrayList<WeeklyWindow>();
        for (var column : PeopleColumn.DAYS) {
            if (position.containsKey(column)) {
                week.addAll(DayCell.read(text(line, column).orElse(""), column.day()));
            } else {
                before.stream().filter(window -> window.day() == column.day()).forEach(week::add);
            }
        }
        return week;
    }

    private @Nullable String optional(CSVRecord line, PeopleColumn column, @Nullable String before) {
        return position.containsKey(column) ? text(line, column).orElse(null) : before;
    }

    private Optional<String> text(CSVRecord line, PeopleColumn column) {
        Integer index = position.get(column);
        return index == null || index >= line.size() || line.get(index).isBlank()
                ? Optional.empty()
                : Optional.of(FormulaGuard.unguarded(line.get(index).strip()));
    }

    private int number(CSVRecord line, PeopleColumn column) throws UnusableLine {
        String value = text(line, column).orElse("");
        try {
            return Integer.parseInt(value);
        } catch (NumberFormatException e) {
            throw new UnusableLine(column.title(), column.title() + " must be a whole number, not \"" + value + "\"");
        }
    }

    private static boolean yes(String value) throws UnusableLine {
        return switch (value.toLowerCase(Locale.ROOT)) {
            case "yes", "true", "1", "y", "ja", "oui" -> true;
            case "no", "false", "0", "n", "nein", "non" -> false;
            default -> throw new UnusableLine("real name shown must be yes or no, not \"" + value + "\"");
        };
    }

    private List<DepartmentId> departments(CSVRecord line) throws UnusableLine {
        var found = new ArrayList<DepartmentId>();
        for (String name : entries(text(line, PeopleColumn.DEPARTMENTS).orElse(""))) {
            found.add(plan.departments().stream()
                    .filter(department ->
                            isCalled(department.name(), department.id().value(), name))
                    .map(Department::id)
                    .findFirst()
                    .orElseThrow(() -> new UnusableLine("the plan has no department \"" + name + "\"")));
        }
        return found;
    }

    private Skill skill(String name) {
        return plan.skills().stream()
                .filter(skill -> isCalled(skill.name(), skill.id().value(), name))
                .findFirst()
                .orElseThrow(() -> new PlanRefusal("", "the plan has no skill \"" + name + "\""));
    }

    private static SpokenLanguage spoken(String language, int level) {
        String tag = KnownLanguages.called(language).orElse(language);
        if (!KnownLanguages.known(tag)) {
            throw new PlanRefusal("", KnownLanguages.words(language));
        }
        return new SpokenLanguage(tag, level);
    }

    private static boolean isCalled(String name, String id, String wanted) {
        return name.equalsIgnoreCase(wanted) || id.equals(wanted);
    }

    /** A list of names with levels; a name without a level gets the usual one. */
    private <T> List<T> levels(CSVRecord line, PeopleColumn column, int usual, BiFunction<String, Integer, T> make)
            throws UnusableLine {
        var found = new ArrayList<T>();
        for (String entry : entries(text(line, column).orElse(""))) {
            int colon = entry.lastIndexOf(':');
            String name = colon < 0 ? entry : entry.substring(0, colon).strip();
            String level = colon < 0
                    ? Integer.toString(usual)
                    : entry.substring(colon + 1).strip();
            if (!level.matches("[1-5]")) {
                throw new UnusableLine(
                        "the level of " + name + " must be from 1 to 5, not \"" + level + "\"; write " + name + ":3");
            }
            found.add(make.apply(name, Integer.parseInt(level)));
        }
        return found;
    }

    private static List<String> entries(String list) {
        return Stream.of(list.split(";"))
                .map(String::strip)
                .filter(entry -> !entry.isEmpty())
                .toList();
    }
}
