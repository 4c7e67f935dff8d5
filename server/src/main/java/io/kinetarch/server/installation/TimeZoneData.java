package io.kinetarch.server.installation;

import io.kinetarch.formats.timezone.TimeZoneFile;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.zone.ZoneRules;
import java.time.zone.ZoneRulesProvider;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Which release of the IANA's data of time zones instants are worked out by: the Java runtime's, or the machine's where that is newer. States
 * change their clocks at short notice, and an update of the machine's package is sooner had than a runtime's.
 */
public final class TimeZoneData {
    /** Where the machine's data lies, for who keeps it elsewhere. */
    private static final String SETTING = "KINETARCH_ZONEINFO";

    private static final String USUAL_PLACE = "/usr/share/zoneinfo";
    private static final String VERSION = "# version ";
    /** Names that only the runtime still knows, and that nobody is offered. */
    private static final String GIVEN_UP = "SystemV/";

    private static final String OF_THE_RUNTIME = "java.time.zone.DefaultZoneRulesProvider";

    /** Kept here, since the runtime makes its zones as soon as their new provider is touched, before it has heard of it. */
    private static volatile @Nullable Taken taken;

    private TimeZoneData() {}

    /** The zones of a release of the machine's. */
    record Taken(String version, Map<String, ZoneRules> byName) {}

    /** The release that is used, such as 2026a. */
    public static String version() {
        return ZoneRulesProvider.getVersions("Europe/London").lastEntry().getKey();
    }

    /**
     * Takes the machine's data where they are newer; before anything asks for a time zone.
     *
     * @param complaints is told why newer ones are left; what commands print stays as it is
     */
    public static void takeNewest(PrintStream complaints) {
        var place = Path.of(System.getenv().getOrDefault(SETTING, USUAL_PLACE));
        Path text = place.resolve("tzdata.zi");
        if (Files.notExists(text) && System.getenv(SETTING) == null) {
            return;
        }
        try {
            var machines = Release.inText(text);
            var runtimes = Release.compiled(Path.of(System.getProperty("java.home"), "lib", "tzdb.dat"));
            if (machines.version.compareTo(runtimes.version) > 0) {
                take(machines, runtimes, place, complaints);
            }
        } catch (IOException | IllegalArgumentException e) {
            complaints.printf(
                    "Time zones are as the Java runtime has them: those in %s cannot be used (%s).%n", place, e);
        }
    }

    private static void take(Release machines, Release runtimes, Path place, PrintStream complaints)
            throws IOException {
        var missing = new TreeSet<>(runtimes.zones);
        missing.removeAll(machines.zones);
        missing.removeIf(name -> name.startsWith(GIVEN_UP));
        if (!missing.isEmpty()) {
            complaints.printf(
                    "Time zones stay as of %s: in %s, which is of %s, %s are missing.%n",
                    runtimes.version, place, machines.version, missing);
        } else if (!isSeenByTheRuntime()) {
            complaints.printf(
                    "Time zones stay as of %s: the machine's, of %s, are taken where the archive is unpacked.%n",
                    runtimes.version, machines.version);
        } else {
            taken = read(place, machines);
            System.setProperty(OF_THE_RUNTIME, MachineTimeZones.class.getName());
            if (!version().equals(machines.version)) {
                complaints.printf(
                        "Time zones stay as of %s, although the machine has %s: something asked for one before.%n",
                        version(), machines.version);
            }
        }
    }

    /** All of them, or none where one is not understood. */
    private static Taken read(Path place, Release release) throws IOException {
        var byName = new HashMap<String, ZoneRules>();
        var read = new HashMap<ByteBuffer, ZoneRules>(); // many have several names
        for (String name : release.zones) {
            byte[] file = Files.readAllBytes(place.resolve(name));
            byName.put(name, read.computeIfAbsent(ByteBuffer.wrap(file), _ -> TimeZoneFile.read(file)));
        }
        return new Taken(release.version, Map.copyOf(byName));
    }

    static Taken taken() {
        return Objects.requireNonNull(taken, "no time zones were taken from the machine");
    }

    /** The runtime looks for what it is given where it looks for itself, not inside archives in an archive. */
    private static boolean isSeenByTheRuntime() {
        return ClassLoader.getSystemResource(MachineTimeZones.class.getName().replace('.', '/') + ".class") != null;
    }

    /** A release and the zones in it. */
    private record Release(String version, Set<String> zones) {
        /** As the machine's package tells it: a line of the version, one for each zone, one for each other name of one. */
        static Release inText(Path file) throws IOException {
            List<String> lines = Files.readAllLines(file);
            if (!lines.getFirst().startsWith(VERSION)) {
                throw new IllegalArgumentException(file + " does not begin with its version");
            }
            var zones = new TreeSet<String>();
            for (String line : lines) {
                if (line.startsWith("Z ")) {
                    zones.add(line.substring(2, line.indexOf(' ', 2)));
                } else if (line.startsWith("L ")) {
                    zones.add(line.substring(line.lastIndexOf(' ') + 1));
                }
            }
            return new Release(lines.getFirst().substring(VERSION.length()).strip(), zones);
        }

        /** As the runtime has it: kind, name, versions and zones stand at its beginning. */
        static Release compiled(Path file) throws IOException {
            try (var in = new DataInputStream(Files.newInputStream(file))) {
                in.readByte();
                in.readUTF();
                var versions = texts(in);
                return new Release(versions.getLast(), Set.copyOf(texts(in)));
            }
        }

        private static List<String> texts(DataInputStream in) throws IOException {
            int count = in.readShort();
            var texts = new ArrayList<String>(count);
            for (int i = 0; i < count; i++) {
                texts.add(in.readUTF());
            }
            return texts;
        }
    }
}
