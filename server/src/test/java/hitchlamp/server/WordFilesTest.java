package hitchlamp.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.PropertyResourceBundle;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;

/** The words of core and server stand in one file an area, and the code says only what is there. */
class WordFilesTest {
  private static final List<String> ROOTS = List.of("../core/src/main", "src/main");
  private static final Pattern CALLS = Pattern.compile("\\w+Words\\.(say|said)");

  /** Four words after one another, the way a sentence has them. */
  private static final Pattern SENTENCE = Pattern.compile("(?s).*[A-Za-z']{2,}(,? [a-z'(]+){3,}.*");

  private static final Pattern QUERY =
      Pattern.compile(
          "(?s)\\s*(SELECT|INSERT|UPDATE|DELETE|FROM|WHERE|SET|AND|JOIN|<|\\{|default-src).*");

  /** Exceptions that only a mistake of the code throws; a developer reads them. */
  private static final Set<String> MISTAKES =
      Set.of(
          "IllegalStateException",
          "IllegalArgumentException",
          "AssertionError",
          "UncheckedIOException",
          "UnsupportedOperationException");

  /** Stored forms, demo data and SQL: not said to anybody. */
  private static final List<String> NO_WORDS =
      List.of(
          "OldOperatorLines.java",
          "SocketcandText.java",
          "CaseTable.java",
          "CaseSheets.java",
          "/demo/",
          "Mapper.java");

  private record Said(String area, String name, int with, String where) {}

  private final Map<String, Set<String>> literals = new TreeMap<>();
  private final List<Said> said = new ArrayList<>();
  private final List<String> sentences = new ArrayList<>();

  WordFilesTest() throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    try (var files = compiler.getStandardFileManager(null, null, null)) {
      for (String root : ROOTS) {
        try (Stream<Path> sources = Files.walk(Path.of(root, "java"))) {
          List<Path> all = sources.filter(p -> p.toString().endsWith(".java")).toList();
          JavacTask task =
              (JavacTask)
                  compiler.getTask(
                      null,
                      files,
                      null,
                      List.of("-proc:none"),
                      null,
                      files.getJavaFileObjectsFromPaths(all));
          for (CompilationUnitTree unit : task.parse()) {
            new Reader(unit).scan(unit, null);
          }
        }
      }
    }
  }

  private static Map<String, Map<String, String>> files() {
    Map<String, Map<String, String>> files = new TreeMap<>();
    for (String root : ROOTS) {
      try (Stream<Path> found = Files.walk(Path.of(root, "resources"))) {
        for (Path file : found.filter(p -> p.endsWith("words.properties")).toList()) {
          Map<String, String> words = new TreeMap<>();
          try (var in = Files.newBufferedReader(file)) {
            PropertyResourceBundle bundle = new PropertyResourceBundle(in);
            bundle.keySet().forEach(k -> words.put(k, bundle.getString(k)));
          }
          files.put(area(Path.of(root, "resources").relativize(file.getParent())), words);
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    return files;
  }

  private static String area(Path folder) {
    return folder.toString().replace('/', '.');
  }

  private static int places(String pattern) {
    return new MessageFormat(pattern).getFormatsByArgumentIndex().length;
  }

  @Test
  void everySentenceThatIsSaidStandsInTheFileOfItsAreaWithAsManyPlaces() {
    Map<String, Map<String, String>> files = files();
    assertThat(said).hasSizeGreaterThan(900);
    for (Said s : said) {
      assertThat(files.getOrDefault(s.area(), Map.of())).as(s.where()).containsKey(s.name());
      assertThat(places(files.get(s.area()).get(s.name())))
          .as("places of '%s' said in %s", s.name(), s.where())
          .isLessThanOrEqualTo(s.with());
    }
  }

  @Test
  void everySentenceOfAFileIsSaid() {
    files()
        .forEach(
            (area, words) -> {
              Set<String> here = literals.getOrDefault(area, Set.of());
              for (String name : words.keySet()) {
                assertThat(
                        here.contains(name)
                            || here.stream()
                                .anyMatch(
                                    l ->
                                        l.endsWith("-")
                                            && name.startsWith(l)
                                            && here.contains(name.substring(l.length()))))
                    .as("%s of %s", name, area)
                    .isTrue();
              }
            });
  }

  @Test
  void anApostropheIsWrittenTwiceAndEveryPlaceIsFilled() {
    files()
        .forEach(
            (area, words) ->
                words.forEach(
                    (name, pattern) -> {
                      assertThat(pattern.replace("''", "").replaceAll("'[{}]'", ""))
                          .as("%s of %s", name, area)
                          .doesNotContain("'");
                      for (int i = 0; i < places(pattern); i++) {
                        assertThat(pattern).as("%s of %s", name, area).contains("{" + i);
                      }
                    }));
  }

  @Test
  void noSentenceStandsInTheCode() {
    assertThat(sentences).isEmpty();
  }

  /** Reads what one source says. */
  private final class Reader extends TreeScanner<Void, Void> {
    private final String area;
    private final String file;

    /** How many throws of a mistake this stands within. */
    private int unsaid;

    Reader(CompilationUnitTree unit) {
      this.area = unit.getPackageName() == null ? "" : unit.getPackageName().toString();
      this.file = unit.getSourceFile().getName();
    }

    @Override
    public Void visitAnnotation(AnnotationTree node, Void p) {
      return null;
    }

    @Override
    public Void visitNewClass(NewClassTree node, Void p) {
      int before = unsaid;
      unsaid += MISTAKES.contains(node.getIdentifier().toString()) ? 1 : 0;
      super.visitNewClass(node, p);
      unsaid = before;
      return null;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
      String method = node.getMethodSelect().toString();
      if (method.startsWith("LOG.")) {
        return null;
      }
      if (CALLS.matcher(method).matches() && !node.getArguments().isEmpty()) {
        names(node.getArguments().get(0), node.getArguments().size() - 1);
      }
      return super.visitMethodInvocation(node, p);
    }

    private void names(ExpressionTree name, int with) {
      if (name instanceof LiteralTree l && l.getValue() instanceof String text) {
        said.add(new Said(area, text, with, file));
      } else if (name instanceof ParenthesizedTree inner) {
        names(inner.getExpression(), with);
      } else if (name instanceof ConditionalExpressionTree either) {
        names(either.getTrueExpression(), with);
        names(either.getFalseExpression(), with);
      }
    }

    @Override
    public Void visitLiteral(LiteralTree node, Void p) {
      if (node.getValue() instanceof String text) {
        literals.computeIfAbsent(area, k -> new TreeSet<>()).add(text);
        if (unsaid == 0
            && SENTENCE.matcher(text).matches()
            && !QUERY.matcher(text).matches()
            && NO_WORDS.stream().noneMatch(file::contains)) {
          sentences.add(file + ": " + text);
        }
      }
      return null;
    }
  }
}
