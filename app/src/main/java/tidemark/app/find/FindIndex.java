package tidemark.app.find;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.lucene.analysis.core.WhitespaceAnalyzer;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.FieldType;
import org.apache.lucene.document.NumericDocValuesField;
import org.apache.lucene.document.StoredField;
import org.apache.lucene.document.StringField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexOptions;
import org.apache.lucene.index.IndexReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause.Occur;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.MatchNoDocsQuery;
import org.apache.lucene.search.PhraseQuery;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.SearcherManager;
import org.apache.lucene.search.Sort;
import org.apache.lucene.search.SortField;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.search.TopFieldCollectorManager;
import org.apache.lucene.store.FSDirectory;
import org.jspecify.annotations.Nullable;

/**
 * The index on disk, by Lucene. Its segments are sorted by day, the newest first, so that a search ends as soon as it has
 * what is shown, however much would be found. For that, beginnings and parts of words are terms of their own rather than
 * all words that have them: a beginning of up to {@link #LONGEST_BEGINNING} signs is one term, and a part is a phrase of
 * its stretches of three letters, so that none is looked for among all words there are.
 */
final class FindIndex implements AutoCloseable {
    /** Raised when what the index holds changes; one of another number is made anew. */
    private static final String FORMAT = "2";

    private static final Sort NEWEST = new Sort(new SortField("day", SortField.Type.LONG, true));
    private static final int SHORTEST_PART = 3;
    private static final int LONGEST_BEGINNING = 6;
    /** Stands between two words, so that no part reaches over both. */
    private static final String END_OF_WORD = "|";

    private static final FieldType PARTS = new FieldType();

    static {
        PARTS.setIndexOptions(IndexOptions.DOCS_AND_FREQS_AND_POSITIONS);
        PARTS.setTokenized(true);
        PARTS.setOmitNorms(true);
        PARTS.freeze();
    }

    private final FSDirectory directory;
    private final IndexWriter writer;
    private final SearcherManager searchers;

    FindIndex(Path folder) {
        try {
            directory = FSDirectory.open(folder);
            IndexWriterConfig config = new IndexWriterConfig(new WhitespaceAnalyzer());
            config.setIndexSort(NEWEST);
            config.setCommitOnClose(false);
            writer = new IndexWriter(directory, config);
            searchers = new SearcherManager(writer, null);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Something as the index takes it. */
    record Entry(
            String kind,
            long id,
            long companyId,
            String words,
            String numbers,
            @Nullable BigDecimal amount,
            long day,
            Set<String> tags) {}

    /** How well something is found, the best first. */
    enum Fit {
        /** Each of what was typed is a number or an amount of it. */
        NUMBER,
        /** Each is a number, an amount or a whole word of it. */
        WORD,
        /** Each begins one of these. */
        BEGINNING,
        /** Each stands somewhere within one. */
        PART
    }

    record Hit(String kind, long id) {}

    private static String key(String kind, long id) {
        return kind + ":" + id;
    }

    void put(Collection<Entry> entries) {
        try {
            for (Entry e : entries) {
                writer.updateDocument(new Term("key", key(e.kind(), e.id())), document(e));
            }
        } catch (IOException x) {
            throw new UncheckedIOException(x);
        }
    }

    private static Document document(Entry e) {
        Document d = new Document();
        d.add(new StringField("key", key(e.kind(), e.id()), Field.Store.YES));
        d.add(new StringField("kind", e.companyId() + " " + e.kind(), Field.Store.NO));
        d.add(new NumericDocValuesField("day", e.day()));
        List<String> words = FindText.words(e.words());
        Set<String> numbers = new LinkedHashSet<>(FindText.numbers(e.words()));
        for (String number : e.numbers().split("\\s+")) {
            if (!number.isEmpty()) {
                numbers.add(FindText.number(number));
                numbers.addAll(FindText.numbers(number));
            }
        }
        terms(d, "word", new LinkedHashSet<>(words));
        terms(d, "begin", beginnings(words));
        terms(d, "number", numbers);
        terms(d, "numberBegin", beginnings(numbers));
        d.add(new Field("part", parts(words), PARTS));
        if (e.amount() != null) {
            d.add(new StringField("amount", FindText.amount(e.amount()), Field.Store.NO));
        }
        e.tags().forEach(t -> d.add(new StringField("tag", t, Field.Store.NO)));
        d.add(new StoredField("id", e.id()));
        return d;
    }

    private static void terms(Document d, String field, Set<String> terms) {
        terms.forEach(t -> d.add(new StringField(field, t, Field.Store.NO)));
    }

    private static Set<String> beginnings(Collection<String> words) {
        Set<String> out = new LinkedHashSet<>();
        for (String word : words) {
            for (int i = 1; i <= Math.min(LONGEST_BEGINNING, word.length()); i++) {
                out.add(word.substring(0, i));
            }
        }
        return out;
    }

    private static String parts(List<String> words) {
        StringBuilder out = new StringBuilder();
        for (String word : words) {
            stretches(word).forEach(s -> out.append(s).append(' '));
            out.append(END_OF_WORD).append(' ');
        }
        return out.toString();
    }

    private static List<String> stretches(String word) {
        List<String> out = new ArrayList<>();
        for (int i = 0; i + SHORTEST_PART <= word.length(); i++) {
            out.add(word.substring(i, i + SHORTEST_PART));
        }
        return out;
    }

    void remove(String kind, Collection<Long> ids) {
        try {
            for (long id : ids) {
                writer.deleteDocuments(new Term("key", key(kind, id)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    void clear() {
        try {
            writer.deleteAll();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Makes everything so far visible to searches. */
    void refresh() {
        try {
            searchers.maybeRefreshBlocking();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Writes everything so far to disk, as the state of the books with this number. */
    void commit(long version) {
        try {
            writer.setLiveCommitData(
                    Map.of("version", Long.toString(version), "format", FORMAT).entrySet());
            writer.commit();
            searchers.maybeRefreshBlocking();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The number of the state on disk; -1 where there is none, or one of another format. */
    long version() {
        Map<String, String> data = new java.util.HashMap<>();
        Iterable<Map.Entry<String, String>> kept = writer.getLiveCommitData();
        if (kept != null) {
            kept.forEach(e -> data.put(e.getKey(), e.getValue()));
        }
        return FORMAT.equals(data.get("format")) ? Long.parseLong(data.getOrDefault("version", "-1")) : -1;
    }

    /**
     * The newest of a kind that fit, at most so many.
     *
     * @param tags each of which it must have; of several with {@code |} between them any
     */
    List<Hit> search(long companyId, String kind, Set<String> tags, List<String> typed, Fit fit, int most) {
        BooleanQuery.Builder query =
                new BooleanQuery.Builder().add(new TermQuery(new Term("kind", companyId + " " + kind)), Occur.FILTER);
        tags.forEach(tag -> query.add(anyOf(tag), Occur.FILTER));
        typed.forEach(t -> query.add(fitting(t, fit), Occur.FILTER));
        try {
            IndexSearcher searcher = searchers.acquire();
            try {
                List<Hit> out = new ArrayList<>();
                var found = searcher.search(query.build(), new TopFieldCollectorManager(NEWEST, most, null, most));
                for (ScoreDoc doc : found.scoreDocs) {
                    out.add(new Hit(kind, id(searcher.getIndexReader(), doc.doc)));
                }
                return out;
            } finally {
                searchers.release(searcher);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Query anyOf(String tags) {
        BooleanQuery.Builder any = new BooleanQuery.Builder();
        for (String tag : tags.split("\\|")) {
            any.add(new TermQuery(new Term("tag", tag)), Occur.SHOULD);
        }
        return any.build();
    }

    private static long id(IndexReader reader, int doc) throws IOException {
        return reader.storedFields()
                .document(doc, Set.of("id"))
                .getField("id")
                .numericValue()
                .longValue();
    }

    private static Query fitting(String typed, Fit fit) {
        BooleanQuery.Builder any = new BooleanQuery.Builder();
        String number = FindText.number(typed);
        boolean digits = number.chars().anyMatch(Character::isDigit);
        if (!number.isEmpty()) {
            any.add(new TermQuery(new Term("number", number)), Occur.SHOULD);
        }
        FindText.amounts(typed).forEach(a -> any.add(new TermQuery(new Term("amount", a)), Occur.SHOULD));
        if (fit == Fit.NUMBER) {
            return any.build();
        }
        List<String> words = FindText.words(typed);
        if (!words.isEmpty()) {
            any.add(all(words, Fit.WORD), Occur.SHOULD);
        }
        if (fit != Fit.WORD && !words.isEmpty()) {
            any.add(all(words, fit), Occur.SHOULD);
            if (digits) {
                any.add(beginning("number", number), Occur.SHOULD);
            }
        }
        BooleanQuery query = any.build();
        return query.clauses().isEmpty() ? new MatchNoDocsQuery() : query;
    }

    private static Query beginning(String field, String typed) {
        return typed.length() <= LONGEST_BEGINNING
                ? new TermQuery(new Term(field.equals("word") ? "begin" : "numberBegin", typed))
                : new PrefixQuery(new Term(field, typed));
    }

    private static Query all(List<String> words, Fit fit) {
        BooleanQuery.Builder every = new BooleanQuery.Builder();
        for (String word : words) {
            Term term = new Term("word", word);
            BooleanQuery.Builder one = new BooleanQuery.Builder();
            one.add(new TermQuery(term), Occur.SHOULD);
            if (fit == Fit.BEGINNING || fit == Fit.PART) {
                one.add(beginning("word", word), Occur.SHOULD);
            }
            if (fit == Fit.PART
                    && word.length() >= SHORTEST_PART
                    && word.chars().allMatch(Character::isLetter)) {
                one.add(new PhraseQuery("part", stretches(word).toArray(String[]::new)), Occur.SHOULD);
            }
            every.add(one.build(), Occur.MUST);
        }
        return every.build();
    }

    /** Whether it can be written to; a full disk, for example, closes it for good. */
    boolean isOpen() {
        return writer.isOpen();
    }

    int size() {
        try (DirectoryReader reader = DirectoryReader.open(writer)) {
            return reader.numDocs();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        try (directory;
                writer;
                searchers) {
            writer.rollback();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
