package io.kinetarch.server.file;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FilesTaken;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.file.FileMapper.StoredFile;
import io.kinetarch.server.installation.Services;
import io.kinetarch.server.live.Beside.FileSent;
import io.kinetarch.server.live.LiveLog.Appended;
import io.kinetarch.server.picture.PictureShape;
import io.kinetarch.server.picture.Pictures;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Clock;
import java.util.Base64;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** Keeps the files that are sent in chats, once it is sure that they are what their door takes. */
@Service
public class ChatFiles {
    private static final int LONGEST_NAME = 120;
    private static final int SCAN_SECONDS = 20;
    /** Files are read into memory: so many at a time, and no more. */
    private static final int MOST_AT_ONCE = 8;
    /** What file names cannot hold on some system or other, and what turns the direction of what follows. */
    private static final Pattern NOT_IN_NAMES =
            Pattern.compile("[\\p{Cc}/\\\\:*?\"<>|]|[\\u202a-\\u202e\\u2066-\\u2069\\ufeff]|\\p{Cs}");

    private final FileMapper files;
    private final Pictures pictures;
    private final Services services;
    private final Clock clock;
    private final String scanner;
    private final Semaphore room = new Semaphore(MOST_AT_ONCE);

    ChatFiles(
            FileMapper files,
            Pictures pictures,
            Services services,
            Clock clock,
            @Value("${kinetarch.files.scanner:}") String scanner) {
        this.files = files;
        this.pictures = pictures;
        this.services = services;
        this.clock = clock;
        this.scanner = scanner;
    }

    /**
     * What a scanner is asked.
     *
     * @param content in base 64
     */
    record ToScan(String name, String type, String content) {}

    /** Whether a file may be handed on. */
    record Scanned(boolean clean) {}

    /**
     * Reads a file from a request, keeps it and says it in its chat; what cannot be said, or was said before, is not kept.
     *
     * @param says makes the call by which it is said
     * @throws Refusal if the chat's door takes no such file
     */
    public Appended send(
            String planId,
            Plan plan,
            long chat,
            String doorId,
            String name,
            HttpServletRequest request,
            Function<Kept, Appended> says)
            throws IOException {
        var kept = keep(planId, plan, chat, doorId, name, request);
        try {
            var appended = says.apply(kept);
            if (appended.again()) {
                files.delete(kept.sent().id().toString()); // the one that was sent under this key before stays
            }
            return appended;
        } catch (RuntimeException e) {
            files.delete(kept.sent().id().toString());
            throw e;
        }
    }

    private Kept keep(String planId, Plan plan, long chat, String doorId, String name, HttpServletRequest request)
            throws IOException {
        var taken = Element.find(plan.doors(), doorId)
                .flatMap(door -> Optional.ofNullable(door.files()))
                .orElseThrow(() -> new Refusal(Kind.NOT_POSSIBLE, "No files are taken in this chat."));
        if (!room.tryAcquire()) {
            throw new Refusal(Kind.UNAVAILABLE, "Too many files are being sent just now. Try again in a moment.");
        }
        try {
            return keep(
                    planId, chat, taken, plain(name), SentFile.read(request, taken.megabytes(), "Make it smaller."));
        } finally {
            room.release();
        }
    }

    /** A file that was kept. */
    public record Kept(String name, FileSent sent) {}

    private Kept keep(String planId, long chat, FilesTaken taken, String name, byte[] bytes) {
        if (bytes.length == 0) {
            throw new Refusal(Kind.UNREADABLE_FILE, "“" + name + "” is empty.");
        }
        var type = FileType.of(name, bytes, taken);
        byte[] preview = type.kind() == FilesTaken.Kind.PICTURE ? pictures.small(bytes, PictureShape.WHOLE) : null;
        scan(name, type, bytes);
        var id = UUID.randomUUID();
        files.insert(new StoredFile(id.toString(), planId, chat, name, type.media(), bytes, preview, clock.instant()));
        return new Kept(name, new FileSent(id, bytes.length, preview != null));
    }

    private void scan(String name, FileType type, byte[] bytes) {
        if (scanner.isEmpty()) {
            return;
        }
        var answer = services.ask(
                        scanner,
                        SCAN_SECONDS,
                        new ToScan(name, type.media(), Base64.getEncoder().encodeToString(bytes)),
                        Scanned.class)
                .orElseThrow(
                        () -> new Refusal(
                                Kind.UNAVAILABLE,
                                "“" + name
                                        + "” cannot be looked through for harm just now, so it was not sent. Try again later."));
        if (!answer.clean()) {
            throw new Refusal(Kind.UNREADABLE_FILE, "“" + name + "” was found to be harmful and was not sent.");
        }
    }

    /**
     * A file by its id, which only those in its chat were told.
     *
     * @throws Refusal if there is none
     */
    StoredFile find(UUID id) {
        return files.find(id.toString())
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no such file, or no longer."));
    }

    private static String plain(String name) {
        String plain = NOT_IN_NAMES
                .matcher(name)
                .replaceAll("_")
                .replaceFirst("^[._\\s]+", "")
                .strip();
        if (plain.isEmpty()) {
            throw new Refusal(Kind.INVALID_PARAMETER, "A file needs a name, such as ticket.pdf.");
        }
        int dot = Math.max(0, plain.lastIndexOf('.'));
        return plain.length() <= LONGEST_NAME
                ? plain
                : plain.substring(0, Math.max(1, LONGEST_NAME - (plain.length() - dot))) + plain.substring(dot);
    }
}
