package tidemark.app.words;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ConstantCaseLabelTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.core.words.Catalogue;

/** What people read of the core and the server stands in the catalogue; the sources of both are read through for it. */
class WordsTest {
    private static final Pattern PROSE = Pattern.compile("(?s).*[\\p{L}.,:;”)0-9%] .*|.* [\\p{L}“(0-9].*");
    private static final Pattern SQL = Pattern.compile(
            "(?s)^\\s*\\(?(select|insert|update|delete|merge into|with|exists|and|or|where|from|backup|lock|desc limit|jdbc:)\\b.*");

    /** Made-up data, what is compared with the texts of banks, what stops a programmer rather than a person. */
    private static final Pattern OTHER_FILES = Pattern.compile(
            ".*(/demo/|Demo|/Story|MappingGuess|/database/RuleDetails|/practice/|/guard/|/words/Catalogue).*");

    private static final Pattern OTHER_CALLS = Pattern.compile(
            "new (IllegalArgument|IllegalState|UncheckedIO|SQL|UnsupportedOperation|XMLStream|DateTimeParse|"
                    + "InsufficientAuthentication)Exception|new (AssertionError|FindSource)|LOG\\..*|(.*\\.)?(equals|"
                    + "equalsIgnoreCase|startsWith|contains|replace|matches|compile|ofPattern|header|setHeader|parseMediaType|"
                    + "createQuery|createNativeQuery|prepareStatement|query|queryForList|queryForObject|execute|executeQuery|"
                    + "and|append|set|font|encode|getHeader|element|writeAttribute|writeProcessingInstruction)");

    private record Call(String key, int values) {}

    @Test
    void everyTextThatPeopleReadComesFromTheCatalogue() throws Exception {
        List<String> strays = new ArrayList<>();
        for (CompilationUnitTree source : parse(sources())) {
            strays.addAll(strays(source));
        }
        assertEquals(List.of(), strays);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "throw new RuleViolation(\"a.b\", \"\", \"nothing\", say(\"x.y\"), \"Fill it in.\");",
                "return open ? say(\"x.y\") : \"not done yet\";",
                "activity.record(\"Signed \" + who + \" in\");",
                "String words = switch (x) { case 1 -> \"one of them\"; default -> \"\"; };",
            })
    void aTextThatStandsInASourceIsFound(String statement) throws Exception {
        String source = "class X { String m() { " + statement + " } }";
        assertEquals(
                1, strays(parse(List.of(inMemory(source))).iterator().next()).size());
    }

    @Test
    void everyKeyIsThereTakesTheValuesItIsGivenAndIsUsed() throws Exception {
        Map<String, Integer> wrong = new TreeMap<>();
        Set<String> unused = new TreeSet<>(Catalogue.keys());
        for (CompilationUnitTree source : parse(sources())) {
            for (Call call : calls(source)) {
                unused.remove(call.key);
                if (!Catalogue.keys().contains(call.key) || Catalogue.places(call.key) != call.values) {
                    wrong.put(call.key, call.values);
                }
            }
        }
        assertEquals(Map.of(), wrong);
        assertEquals(Set.of(), unused);
    }

    private static List<String> strays(CompilationUnitTree source) {
        List<String> found = new ArrayList<>();
        new TreePathScanner<@Nullable Void, @Nullable Void>() {
            @Override
            public @Nullable Void visitAnnotation(AnnotationTree node, @Nullable Void nothing) {
                return null;
            }

            @Override
            public @Nullable Void visitBinary(BinaryTree node, @Nullable Void nothing) {
                if (node.getKind() != Tree.Kind.PLUS || !hasText(node)) {
                    return super.visitBinary(node, nothing);
                }
                StringBuilder text = new StringBuilder();
                join(node, text);
                judge(text.toString());
                return super.visitBinary(node, nothing);
            }

            @Override
            public @Nullable Void visitLiteral(LiteralTree node, @Nullable Void nothing) {
                Tree parent = getCurrentPath().getParentPath().getLeaf();
                if (node.getValue() instanceof String text && !(parent instanceof BinaryTree)) {
                    judge(text);
                }
                return null;
            }

            private void judge(String text) {
                if (PROSE.matcher(text).matches()
                        && text.matches("(?s).*\\p{L}{2,}.*")
                        && !SQL.matcher(text).matches()
                        && !text.equals("Tide Mark")
                        && !text.matches("(?s).*<[a-z]+ [a-z]+=.*")
                        && !forCode(getCurrentPath())) {
                    found.add(source.getSourceFile().getName() + ": " + text);
                }
            }
        }.scan(source, null);
        // of a sentence put together, each part is met again
        return found.stream()
                .filter(f -> found.stream().noneMatch(o -> !o.equals(f) && o.contains(f.replaceFirst("^.*?: ", ""))))
                .distinct()
                .toList();
    }

    private static boolean hasText(Tree tree) {
        return tree instanceof LiteralTree literal && literal.getValue() instanceof String
                || tree instanceof BinaryTree sum
                        && sum.getKind() == Tree.Kind.PLUS
                        && (hasText(sum.getLeftOperand()) || hasText(sum.getRightOperand()));
    }

    private static void join(Tree tree, StringBuilder text) {
        if (tree instanceof LiteralTree literal && literal.getValue() instanceof String words) {
            text.append(words);
        } else if (tree instanceof BinaryTree sum && hasText(sum)) {
            join(sum.getLeftOperand(), text);
            join(sum.getRightOperand(), text);
        } else {
            text.append('0');
        }
    }

    private static boolean forCode(TreePath path) {
        for (TreePath p = path; p != null; p = p.getParentPath()) {
            Tree at = p.getLeaf();
            if (at instanceof ConstantCaseLabelTree
                    || at instanceof MethodInvocationTree call
                            && OTHER_CALLS
                                    .matcher(call.getMethodSelect().toString().replaceAll("(?s)\\s|\\(.*\\)", ""))
                                    .matches()
                    || at instanceof NewClassTree made
                            && OTHER_CALLS
                                    .matcher("new " + made.getIdentifier())
                                    .matches()) {
                return true;
            }
            if (at instanceof CaseTree || at instanceof MethodTree || at instanceof ClassTree) {
                return false;
            }
        }
        return false;
    }

    private static List<Call> calls(CompilationUnitTree source) {
        List<Call> calls = new ArrayList<>();
        new TreePathScanner<@Nullable Void, @Nullable Void>() {
            @Override
            public @Nullable Void visitMethodInvocation(MethodInvocationTree node, @Nullable Void nothing) {
                List<? extends ExpressionTree> given = node.getArguments();
                if (node.getMethodSelect().toString().equals("say") && given.getFirst() instanceof LiteralTree key) {
                    calls.add(new Call((String) key.getValue(), given.size() - 1));
                }
                return super.visitMethodInvocation(node, nothing);
            }
        }.scan(source, null);
        return calls;
    }

    private static List<JavaFileObject> sources() throws IOException {
        List<JavaFileObject> sources = new ArrayList<>();
        for (String module : List.of("core", "app")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src/main/java"))) {
                for (Path file : files.sorted().toList()) {
                    if (file.toString().endsWith(".java")
                            && !OTHER_FILES.matcher(file.toString()).matches()) {
                        sources.add(inMemory(Files.readString(file), file.toUri()));
                    }
                }
            }
        }
        assertTrue(sources.size() > 400, "the sources of both parts are there");
        return sources;
    }

    private static JavaFileObject inMemory(String content) {
        return inMemory(content, URI.create("mem:///X.java"));
    }

    private static JavaFileObject inMemory(String content, URI name) {
        return new SimpleJavaFileObject(name, JavaFileObject.Kind.SOURCE) {
            @Override
            public CharSequence getCharContent(boolean ignoreEncodingErrors) {
                return content;
            }
        };
    }

    private static Iterable<? extends CompilationUnitTree> parse(Collection<JavaFileObject> sources)
            throws IOException {
        JavacTask task = (JavacTask)
                ToolProvider.getSystemJavaCompiler().getTask(null, null, null, List.of("-proc:none"), null, sources);
        return task.parse();
    }
}
