package io.kinetarch.server.picture;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.picture.PictureMapper.StoredPicture;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** The stored pictures of operators, doors, bots and topics. */
@Service
public class Pictures {
    private final PictureMapper pictures;
    private final ReentrantLock oneAtATime = new ReentrantLock(true);

    Pictures(PictureMapper pictures) {
        this.pictures = pictures;
    }

    /** Keeps a picture, made small; tells its name. One is made small at a time: some formats unpack all their points at once. */
    public String keep(byte[] sent, PictureShape shape) {
        return store(small(sent, shape));
    }

    /** A picture made small, and nothing kept of it. */
    public byte[] small(byte[] sent, PictureShape shape) {
        oneAtATime.lock();
        try {
            return shape.of(sent);
        } finally {
            oneAtATime.unlock();
        }
    }

    public byte[] jpeg(String hash) {
        return pictures.find(hash)
                .map(StoredPicture::jpeg)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no picture \"" + hash + "\"."));
    }

    /** The pictures of a plan, in base 64 by their names. */
    public SortedMap<String, String> of(Plan plan) {
        var found = new TreeMap<String, String>();
        pictures.all(names(plan))
                .forEach(
                        picture -> found.put(picture.hash(), Base64.getEncoder().encodeToString(picture.jpeg())));
        return found;
    }

    /** Keeps the pictures that came with a document as they are, once it is sure that they are what they say. */
    public void keepAll(Map<String, String> sent) {
        sent.forEach((name, base64) -> {
            byte[] jpeg = Base64.getDecoder().decode(base64);
            small(jpeg, PictureShape.PORTRAIT);
            if (!hash(jpeg).equals(name)) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT,
                        "/pictures/" + name,
                        "The picture's SHA-256 is " + hash(jpeg) + ", not the one it stands under.");
            }
            store(jpeg);
        });
    }

    /** Refuses a plan with a picture that nobody has sent. */
    public void checkKnown(Plan plan) {
        var unknown = pictures.unknown(names(plan));
        for (int i = 0; i < plan.operators().size(); i++) {
            checkKnown(plan.operators().get(i).picture(), unknown, "/operators/" + i + "/picture");
        }
        for (int i = 0; i < plan.doors().size(); i++) {
            checkKnown(plan.doors().get(i).look().picture(), unknown, "/doors/" + i + "/look/picture");
        }
        for (int i = 0; i < plan.bots().size(); i++) {
            checkKnown(plan.bots().get(i).picture(), unknown, "/bots/" + i + "/picture");
        }
        for (int i = 0; i < plan.topics().size(); i++) {
            checkKnown(plan.topics().get(i).picture(), unknown, "/topics/" + i + "/picture");
        }
    }

    private static void checkKnown(@Nullable String picture, Set<String> unknown, String pointer) {
        if (picture != null && unknown.contains(picture)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    pointer,
                    "Nobody has sent the picture " + picture + "; send it first, or set null.");
        }
    }

    private static String[] names(Plan plan) {
        return Stream.of(
                        plan.operators().stream().map(Operator::picture),
                        plan.doors().stream().map(door -> door.look().picture()),
                        plan.bots().stream().map(Bot::picture),
                        plan.topics().stream().map(Topic::picture))
                .flatMap(pictures -> pictures)
                .filter(Objects::nonNull)
                .distinct()
                .toArray(String[]::new);
    }

    private String store(byte[] jpeg) {
        String hash = hash(jpeg);
        pictures.insert(hash, jpeg);
        return hash;
    }

    private static String hash(byte[] bytes) {
        return HexFormat.of().formatHex(Sha256.of(bytes));
    }
}
