package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.TopicId;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.de.GermanAnalyzer;
import org.apache.lucene.analysis.en.EnglishAnalyzer;
import org.apache.lucene.analysis.fr.FrenchAnalyzer;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.StringField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.apache.lucene.util.QueryBuilder;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/**
 * On open data that nobody wrote for it: one-line descriptions of Debian's packages in three languages, to be told apart by section, twenty
 * to learn from and up to twenty to be tried with; against Lucene's nearest neighbour (BM25) in the same run.
 */
class DebianSectionsTest {
    private static final List<String> COLUMNS = List.of("kind", "section", "package", "en", "de", "fr");
    private static final List<String> LANGUAGES = List.of("en", "de", "fr");
    private static final Map<String, Analyzer> ANALYZERS =
            Map.of("en", new EnglishAnalyzer(), "de", new GermanAnalyzer(), "fr", new FrenchAnalyzer());
    private static final Map<String, List<Phrase>> ALL = new HashMap<>();
    private static final List<String> MEASURED = new ArrayList<>();
    private static final Map<String, float[]> DIRECTIONS = new ConcurrentHashMap<>();
    private static final Meaning NETWORK = new SentenceEmbeddings();
    private static final Meaning MEANING = text -> DIRECTIONS.computeIfAbsent(text, NETWORK::of);

    private static List<Phrase> all(String kind, String language) {
        return ALL.computeIfAbsent(kind + " " + language, _ -> read(kind, language));
    }

    private static List<Phrase> read(String kind, String language) {
        try (var file =
                Objects.requireNonNull(DebianSectionsTest.class.getResourceAsStream("/bot/debian-sections.tsv"))) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> line.startsWith(kind + "\t"))
                    .map(line -> line.split("\t", -1))
                    .map(row -> new Phrase(row[COLUMNS.indexOf("section")], row[COLUMNS.indexOf(language)]))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<Tried> tried(String language, Meaning meaning) {
        var understanding = Understanding.of(Map.of(language, all("learn", language)), meaning);
        return all("try", language).stream()
                .map(one -> new Tried(
                        one.text(), language, new TopicId(one.topic()), understanding.understand(one.text(), language)))
                .toList();
    }

    /** Eight points in each language; by words alone, eight over the three together. */
    @Test
    void betterThanANearestNeighbour() throws IOException {
        double gained = 0;
        for (String language : LANGUAGES) {
            double ours = new Trial(tried(language, MEANING)).accuracy();
            double byWords = new Trial(tried(language, Meaning.UNKNOWN)).accuracy();
            double neighbour = nearestNeighbour(language);
            MEASURED.add("%s: right %.3f, by words %.3f, nearest neighbour %.3f"
                    .formatted(language, ours, byWords, neighbour));
            assertThat(ours).isGreaterThan(neighbour + 0.08).isGreaterThan(byWords);
            gained += (byWords - neighbour) / LANGUAGES.size();
        }
        assertThat(gained).isGreaterThanOrEqualTo(0.08);
    }

    private static double nearestNeighbour(String language) throws IOException {
        var analyzer = Objects.requireNonNull(ANALYZERS.get(language));
        try (var directory = new ByteBuffersDirectory()) {
            try (var writer = new IndexWriter(directory, new IndexWriterConfig(analyzer))) {
                for (var phrase : all("learn", language)) {
                    var document = new Document();
                    document.add(new StringField("section", phrase.topic(), Field.Store.YES));
                    document.add(new TextField("text", phrase.text(), Field.Store.YES));
                    writer.addDocument(document);
                }
            }
            try (var reader = DirectoryReader.open(directory)) {
                var searcher = new IndexSearcher(reader);
                int right = 0;
                for (var one : all("try", language)) {
                    var query = new QueryBuilder(analyzer).createBooleanQuery("text", one.text());
                    var hits = query == null ? new ScoreDoc[0] : searcher.search(query, 1).scoreDocs;
                    if (hits.length > 0
                            && one.topic()
                                    .equals(searcher.storedFields()
                                            .document(hits[0].doc)
                                            .get("section"))) {
                        right++;
                    }
                }
                return right / (double) all("try", language).size();
            }
        }
    }

    /** Over the three languages together: with a hundred or two in each, chance alone makes a gap in fifteen bins. */
    @Test
    void certaintyMeansWhatItSays() {
        var all = new ArrayList<Tried>();
        LANGUAGES.forEach(language -> all.addAll(tried(language, MEANING)));
        var trial = new Trial(all);

        MEASURED.add("calibration error %.3f of %d".formatted(trial.calibrationError(), all.size()));
        assertThat(trial.calibrationError()).isLessThan(0.07);
    }

    /** How many of what is of no section are less certain than all but 5 % of what is of one; told, and held to more than chance. */
    @Test
    void whatIsOfNoSectionIsLessCertain() {
        int refused = 0;
        int strangers = 0;
        for (String language : LANGUAGES) {
            var understanding = Understanding.of(Map.of(language, all("learn", language)), MEANING);
            double[] certainties = tried(language, MEANING).stream()
                    .mapToDouble(one -> one.understood().certainty())
                    .sorted()
                    .toArray();
            double limit = certainties[certainties.length / 20];
            for (var stranger : all("none", language)) {
                strangers++;
                refused += understanding.understand(stranger.text(), language).certainty() < limit ? 1 : 0;
            }
        }
        MEASURED.add("of %d strangers %d refused at 5 %% false alarms".formatted(strangers, refused));
        assertThat(refused / (double) strangers).isGreaterThan(0.12);
    }

    @AfterAll
    static void tell() {
        System.out.println(String.join(System.lineSeparator(), MEASURED));
    }
}
