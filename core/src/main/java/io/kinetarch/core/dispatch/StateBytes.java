package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ChatNeeds;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The state of a dispatcher as bytes and back. What visitors answered is part of it, so it is to be kept no longer than they are.
 */
final class StateBytes {
    /** Grows with every change of what is written. */
    private static final int FORMAT = 3;

    private static final List<Stage> STAGES = List.of(Stage.values());
    private static final List<VisitorKind> VISITORS = List.of(VisitorKind.values());

    private StateBytes() {}

    static byte[] write(Floor floor) {
        var bytes = new ByteArrayOutputStream();
        try (var out = new DataOutputStream(bytes)) {
            new Writer(floor, out).write();
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory does not fail", e);
        }
        return bytes.toByteArray();
    }

    /**
     * Fills a floor that nothing has happened on.
     *
     * @throws IllegalArgumentException if the bytes are none that this version reads, or of another plan
     */
    static void read(byte[] bytes, Floor floor) {
        try (var in = new DataInputStream(new ByteArrayInputStream(bytes))) {
            new Reader(floor, in).read();
        } catch (IOException e) {
            throw new IllegalArgumentException("the state of the dispatcher ends too early or is damaged", e);
        }
    }

    private static List<String> ids(List<? extends Element> elements) {
        return elements.stream().map(element -> element.id().value()).toList();
    }

    private record Writer(Floor floor, DataOutputStream out) {
        void write() throws IOException {
            out.writeInt(FORMAT);
            out.writeInt(Dispatcher.DECISIONS);
            Plan plan = floor.plan;
            for (var list : List.of(plan.operators(), plan.queues(), plan.rules(), plan.hours())) {
                texts(ids(list));
            }
            out.writeLong(floor.now);
            out.writeLong(floor.serial);
            for (HoursClock clock : floor.hours) {
                out.writeLong(clock.due());
            }
            for (int i = 0; i < plan.operators().size(); i++) {
                out.writeBoolean(floor.staff.present[i]);
                out.writeLong(floor.staff.lostDue[i]);
                out.writeInt(floor.staff.inUse[i]);
                out.writeInt(floor.staff.chats[i]);
                out.writeLong(floor.staff.freeSince[i]);
                out.writeInt(floor.staff.misses[i]);
                bits(floor.staff.joined[i].toLongArray());
                bits(floor.staff.left[i].toLongArray());
            }
            texts(floor.paused.stream().map(DoorId::value).toList());
            out.writeInt(floor.slots.size());
            for (Chat chat : floor.slots) {
                out.writeInt(chat.stage == null ? NONE : STAGES.indexOf(chat.stage));
                if (chat.stage != null) {
                    chat(chat);
                }
            }
            out.writeInt(floor.free.size());
            for (Chat chat : floor.free) {
                out.writeInt(chat.slot);
            }
        }

        private void chat(Chat chat) throws IOException {
            out.writeLong(chat.serial);
            visit(chat.visit());
            out.writeInt(chat.rule);
            text(chat.topic);
            out.writeBoolean(chat.isRouted());
            if (chat.isRouted()) {
                ask(chat.ask());
            }
            for (int figure : chat.figures()) {
                out.writeInt(figure);
            }
            for (int i = 0; i < chat.colleagueCount; i++) {
                out.writeInt(chat.colleagues[i]);
            }
            for (boolean flag : chat.flags()) {
                out.writeBoolean(flag);
            }
            for (long instant : chat.instants()) {
                out.writeLong(instant);
            }
            bits(chat.asked);
        }

        private void visit(Visit visit) throws IOException {
            out.writeUTF(visit.door().value());
            text(visit.page());
            out.writeUTF(visit.language());
            out.writeInt(visit.answers().size());
            for (var answer : visit.answers().entrySet()) {
                out.writeUTF(answer.getKey().value());
                text(answer.getValue());
            }
            out.writeInt(VISITORS.indexOf(visit.visitor()));
            out.writeInt(visit.facts().size());
            for (var fact : visit.facts().entrySet()) {
                text(fact.getKey());
                text(fact.getValue());
            }
            text(visit.topic());
        }

        private void ask(Ask ask) throws IOException {
            out.writeUTF(ask.needs.queue().value());
            out.writeInt(ask.needs.extraSkills().size());
            for (var need : ask.needs.extraSkills()) {
                out.writeUTF(need.skill().value());
                out.writeInt(need.leastLevel());
            }
            text(ask.needs.language());
            out.writeInt(ask.loosened.lowered().size());
            for (var lowered : ask.loosened.lowered().entrySet()) {
                out.writeUTF(lowered.getKey());
                out.writeInt(lowered.getValue());
            }
            texts(ask.loosened.operators().stream().map(OperatorId::value).toList());
            texts(ask.loosened.queues().stream().map(QueueId::value).toList());
            var holders = ask.loosened.holders();
            text(holders == null ? null : holders.value());
        }

        private void texts(List<String> texts) throws IOException {
            out.writeInt(texts.size());
            for (String text : texts) {
                text(text);
            }
        }

        /** Longer than {@link DataOutputStream#writeUTF} would take. */
        private void text(@Nullable String text) throws IOException {
            out.writeInt(text == null ? NONE : text.length());
            if (text != null) {
                out.writeChars(text);
            }
        }

        private void bits(long[] bits) throws IOException {
            out.writeInt(bits.length);
            for (long some : bits) {
                out.writeLong(some);
            }
        }
    }

    private record Reader(Floor floor, DataInputStream in) {
        void read() throws IOException {
            int format = in.readInt();
            int decisions = in.readInt();
            if (format != FORMAT || decisions != Dispatcher.DECISIONS) {
                throw new IllegalArgumentException("the state was written in format " + format + " under decisions "
                        + decisions + "; read are only format " + FORMAT + " and decisions " + Dispatcher.DECISIONS);
            }
            Plan plan = floor.plan;
            for (var list : List.of(plan.operators(), plan.queues(), plan.rules(), plan.hours())) {
                var written = texts();
                if (!written.equals(ids(list))) {
                    throw new IllegalArgumentException(
                            "the state is of another plan: it has " + written + " where this one has " + ids(list));
                }
            }
            floor.now = in.readLong();
            floor.serial = in.readLong();
            for (HoursClock clock : floor.hours) {
                clock.waitFor(in.readLong());
            }
            floor.hoursChanged();
            for (int i = 0; i < plan.operators().size(); i++) {
                staff(i);
            }
            floor.paused.addAll(named(DoorId::new));
            int slots = in.readInt();
            for (int slot = 0; slot < slots; slot++) {
                var chat = new Chat(slot, floor.staff.words);
                floor.slots.add(chat);
                int stage = in.readInt();
                if (stage != NONE) {
                    chat(chat, STAGES.get(stage));
                }
            }
            for (int free = in.readInt(); free > 0; free--) {
                floor.free.add(floor.slots.get(in.readInt()));
            }
        }

        private void staff(int operator) throws IOException {
            var staff = floor.staff;
            staff.present[operator] = in.readBoolean();
            long lost = in.readLong();
            staff.inUse[operator] = in.readInt();
            staff.chats[operator] = in.readInt();
            staff.freeSince[operator] = in.readLong();
            staff.misses[operator] = in.readInt();
            staff.joined[operator].or(BitSet.valueOf(bits()));
            staff.left[operator].or(BitSet.valueOf(bits()));
            staff.lost(operator, lost);
        }

        private void chat(Chat chat, Stage stage) throws IOException {
            long serial = in.readLong();
            chat.start(serial, visit());
            chat.stage = stage;
            chat.rule = in.readInt();
            chat.topic = text();
            if (in.readBoolean()) {
                chat.ask(ask());
            }
            var figures = chat.figures();
            for (int i = 0; i < figures.length; i++) {
                figures[i] = in.readInt();
            }
            chat.figures(figures);
            for (int colleagues = figures[Chat.COLLEAGUES]; colleagues > 0; colleagues--) {
                chat.join(in.readInt());
            }
            var flags = chat.flags();
            for (int i = 0; i < flags.length; i++) {
                flags[i] = in.readBoolean();
            }
            chat.flags(flags);
            var instants = chat.instants();
            for (int i = 0; i < instants.length; i++) {
                instants[i] = in.readLong();
            }
            chat.instants(instants);
            chat.asked = bits();
            if (stage == Stage.WAITING) {
                floor.matching.waits(chat);
            }
            floor.timers.update(chat);
        }

        private Visit visit() throws IOException {
            var door = new DoorId(in.readUTF());
            String page = text();
            String language = in.readUTF();
            var answers = new HashMap<QuestionId, String>();
            for (int left = in.readInt(); left > 0; left--) {
                answers.put(new QuestionId(in.readUTF()), written());
            }
            var visitor = VISITORS.get(in.readInt());
            Map<String, String> facts = new HashMap<>();
            for (int left = in.readInt(); left > 0; left--) {
                facts.put(written(), written());
            }
            return Visit.of(
                    new Arrival(door, page, language, answers, Instant.EPOCH, visitor, facts, text(), Map.of()));
        }

        private Ask ask() throws IOException {
            var queue = new QueueId(in.readUTF());
            var extra = new ArrayList<SkillNeed>();
            for (int left = in.readInt(); left > 0; left--) {
                extra.add(new SkillNeed(new SkillId(in.readUTF()), in.readInt()));
            }
            String language = text();
            var lowered = new TreeMap<String, Integer>();
            for (int left = in.readInt(); left > 0; left--) {
                lowered.put(in.readUTF(), in.readInt());
            }
            var operators = named(OperatorId::new);
            var queues = named(QueueId::new);
            String holders = text();
            return floor.matching.ask(
                    new ChatNeeds(queue, extra, language),
                    new Loosened(lowered, operators, queues, holders == null ? null : new SkillId(holders)));
        }

        private <I> List<I> named(Function<String, I> of) throws IOException {
            return texts().stream().map(of).toList();
        }

        private List<String> texts() throws IOException {
            var texts = new ArrayList<String>();
            for (int left = in.readInt(); left > 0; left--) {
                texts.add(written());
            }
            return texts;
        }

        private String written() throws IOException {
            return Objects.requireNonNull(text(), "a text is missing");
        }

        private @Nullable String text() throws IOException {
            int length = in.readInt();
            if (length == NONE) {
                return null;
            }
            var text = new StringBuilder();
            for (int i = 0; i < length; i++) {
                text.append(in.readChar());
            }
            return text.toString();
        }

        private long[] bits() throws IOException {
            var bits = new long[in.readInt()];
            for (int i = 0; i < bits.length; i++) {
                bits[i] = in.readLong();
            }
            return bits;
        }
    }
}
