package hitchlamp.server.casefile;

import hitchlamp.server.config.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.ObjectReader;
import tools.jackson.databind.json.JsonMapper;

/**
 * A case file whose every part was checked against its manifest before anything of it is used: its
 * names, sizes and checksums. What is wrong is refused with what, where and how to mend.
 */
final class CaseReader implements AutoCloseable {
  /** Files inside at most. */
  static final int MOST_PARTS = 200_000;

  /** Bytes of one part, and of all together, unpacked. */
  static final long LARGEST_PART = 256L * 1024 * 1024;

  static final long LARGEST = 1024L * 1024 * 1024;

  /** Rows of one table, characters of one text in them, and how deep a row goes. */
  static final int MOST_ROWS = 400_000;

  private static final int LONGEST_TEXT = 64 * 1024;
  private static final int DEEPEST_ROW = 4;
  private static final int DEEPEST_CONTENT = 60;
  private static final int LONGEST_NUMBER = 60;
  private static final int CENTRAL_ENTRY = 46;
  private static final JsonFactory ROWS = factory(DEEPEST_ROW);
  private static final JsonFactory CONTENT = factory(DEEPEST_CONTENT);

  private static final long LARGEST_MANIFEST = 32L * 1024 * 1024;
  private static final String AGAIN = CasefileWords.say("ask-for-the-case-file-to");

  private static final TypeReference<Map<String, Object>> ROW = new TypeReference<>() {};

  private final ZipFile zip;
  private final Manifest manifest;

  private final JsonMapper json;

  private CaseReader(ZipFile zip, Manifest manifest, JsonMapper json) {
    this.zip = zip;
    this.manifest = manifest;
    this.json = json;
  }

  /** What reads no deeper and no longer than what we write. */
  private static JsonFactory factory(int deepest) {
    return JsonFactory.builder()
        .streamReadConstraints(
            StreamReadConstraints.builder()
                .maxNestingDepth(deepest)
                .maxStringLength(LONGEST_TEXT)
                .maxNumberLength(LONGEST_NUMBER)
                .build())
        .build();
  }

  /** Opens and checks a case file; the caller closes it. */
  static CaseReader open(Path file, JsonMapper json) throws IOException {
    ZipFile zip;
    try {
      checkDirectory(file);
      zip = new ZipFile(file.toFile());
    } catch (ZipException e) {
      throw Refusal.bad(CasefileWords.say("this-is-no-whole-zip-archive", e.getMessage()), AGAIN);
    }
    try {
      Manifest manifest = manifest(zip, json);
      check(zip, manifest);
      return new CaseReader(zip, manifest, json);
    } catch (IOException | RuntimeException e) {
      zip.close();
      if (e instanceof ZipException damaged) {
        throw Refusal.bad(CasefileWords.say("the-archive-is-damaged", damaged.getMessage()), AGAIN);
      }
      throw e;
    }
  }

  /**
   * Looks at the end of the archive alone: its directory is read whole when it is opened, so it
   * must not be longer than that of {@link #MOST_PARTS} files.
   */
  private static void checkDirectory(Path file) throws IOException {
    try (SeekableByteChannel in = Files.newByteChannel(file)) {
      ByteBuffer tail =
          ByteBuffer.allocate((int) Math.min(in.size(), 65_557)).order(ByteOrder.LITTLE_ENDIAN);
      in.position(in.size() - tail.capacity());
      while (tail.hasRemaining() && in.read(tail) >= 0) {
        // Until all of it is there.
      }
      for (int at = tail.capacity() - 22; at >= 0; at--) {
        if (tail.getInt(at) == 0x06054b50) {
          long entries = Short.toUnsignedLong(tail.getShort(at + 10));
          long bytes = Integer.toUnsignedLong(tail.getInt(at + 12));
          // 65,535 and above stand elsewhere; the directory itself lies between them and the end.
          if (bytes > MOST_PARTS * (CENTRAL_ENTRY + 100L) || entries > MOST_PARTS) {
            throw Refusal.bad(
                CasefileWords.say("the-archive-has-more-than-files", MOST_PARTS), AGAIN);
          }
          return;
        }
      }
    }
  }

  private static Manifest manifest(ZipFile zip, JsonMapper json) throws IOException {
    ZipEntry entry = zip.getEntry(Manifest.NAME);
    if (entry == null) {
      throw Refusal.bad(
          CasefileWords.say("this-archive-is-no-case-file", Manifest.NAME),
          CasefileWords.say("choose-the-file-that-case-file"));
    }
    Manifest m;
    try {
      m = json.readValue(bytes(zip, entry, LARGEST_MANIFEST), Manifest.class);
    } catch (JacksonException e) {
      throw Refusal.bad(
          CasefileWords.say("cannot-be-read", Manifest.NAME, e.getOriginalMessage()), AGAIN);
    }
    if (!Manifest.FORMAT.equals(m.format())) {
      throw Refusal.bad(
          CasefileWords.say("this-archive-is-no-case-file-its", m.format()),
          CasefileWords.say("choose-the-file-that-case-file"));
    }
    if (m.version() > Manifest.VERSION) {
      throw Refusal.bad(
          CasefileWords.say("this-case-file-has-layout-version", m.version(), Manifest.VERSION),
          CasefileWords.say("update-hitch-lamp-here-or-ask"));
    }
    if (m.head() == null || m.parts() == null || m.head().number() == null) {
      throw Refusal.bad(CasefileWords.say("names-no-job-or-no-parts", Manifest.NAME), AGAIN);
    }
    return m;
  }

  private static void check(ZipFile zip, Manifest m) throws IOException {
    if (zip.size() > MOST_PARTS) {
      throw Refusal.bad(
          CasefileWords.say("the-archive-has-files-at-most", zip.size(), MOST_PARTS), AGAIN);
    }
    Set<String> there = new TreeSet<>();
    for (ZipEntry e : entries(zip)) {
      String name = e.getName();
      if (name.startsWith("/")
          || name.contains("\\")
          || name.contains(":")
          || List.of(name.split("/", -1)).stream().anyMatch(s -> s.equals("..") || s.equals("."))) {
        throw Refusal.bad(
            CasefileWords.say("the-archive-wants-to-write-outside", name),
            CasefileWords.say("do-not-trust-this-file-ask"));
      }
      if (!there.add(name)) {
        throw Refusal.bad(CasefileWords.say("the-archive-has-twice", name), AGAIN);
      }
    }
    there.remove(Manifest.NAME);
    long all = 0;
    Map<String, Manifest.Part> named = new HashMap<>();
    for (Manifest.Part p : m.parts()) {
      named.put(p.path(), p);
      if (!there.remove(p.path())) {
        throw Refusal.bad(CasefileWords.say("the-part-is-missing", p.path()), AGAIN);
      }
      if (p.bytes() > LARGEST_PART || (all += Math.max(0, p.bytes())) > LARGEST) {
        throw Refusal.bad(
            CasefileWords.say(
                "the-case-file-is-too-large", LARGEST / 1024 / 1024, LARGEST_PART / 1024 / 1024),
            CasefileWords.say("ask-for-the-case-without-its"));
      }
      verify(zip, p);
    }
    if (!there.isEmpty()) {
      throw Refusal.bad(
          CasefileWords.say("is-not-named-by-the-manifest", there.iterator().next()), AGAIN);
    }
  }

  private static Iterable<ZipEntry> entries(ZipFile zip) {
    return () -> zip.stream().<ZipEntry>map(e -> e).iterator();
  }

  private static void verify(ZipFile zip, Manifest.Part p) throws IOException {
    MessageDigest digest = CaseWriter.sha256();
    long count = 0;
    byte[] buffer = new byte[64 * 1024];
    try (InputStream in = zip.getInputStream(zip.getEntry(p.path()))) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        count += n;
        // What is counted is what was unpacked: a small archive may unpack to anything.
        if (count > p.bytes()) {
          throw Refusal.bad(CasefileWords.say("the-part-is-longer-than-its", p.path()), AGAIN);
        }
        digest.update(buffer, 0, n);
      }
    }
    if (count != p.bytes() || !HexFormat.of().formatHex(digest.digest()).equals(p.sha256())) {
      throw Refusal.bad(CasefileWords.say("the-part-is-damaged-its-checksum", p.path()), AGAIN);
    }
  }

  private static byte[] bytes(ZipFile zip, ZipEntry entry, long most) throws IOException {
    try (InputStream in = zip.getInputStream(entry)) {
      byte[] all = in.readNBytes((int) most + 1);
      if (all.length > most) {
        throw Refusal.bad(CasefileWords.say("is-larger-than-can-be-read", entry.getName()), AGAIN);
      }
      return all;
    }
  }

  Manifest manifest() {
    return manifest;
  }

  /**
   * A part, whole.
   *
   * @param most its largest length, bytes
   */
  byte[] part(String path, long most) throws IOException {
    return bytes(zip, entry(path), most);
  }

  private ZipEntry entry(String path) {
    ZipEntry entry = path == null ? null : zip.getEntry(path);
    if (entry == null) {
      throw Refusal.bad(CasefileWords.say("the-part-is-missing", path), AGAIN);
    }
    return entry;
  }

  /** Takes the rows of a table one by one. */
  interface Row {
    void take(int number, Map<String, Object> row) throws IOException;
  }

  /** Reads a part of rows; one row is held at a time. */
  void rows(String path, Row to) throws IOException {
    try (InputStream in = zip.getInputStream(entry(path));
        JsonParser rows = ROWS.createParser(ObjectReadContext.empty(), in)) {
      if (rows.nextToken() != JsonToken.START_ARRAY) {
        throw Refusal.bad(CasefileWords.say("holds-no-rows", path), AGAIN);
      }
      ObjectReader row =
          json.readerFor(ROW).without(DeserializationFeature.FAIL_ON_TRAILING_TOKENS);
      int number = 0;
      while (rows.nextToken() == JsonToken.START_OBJECT) {
        if (++number > MOST_ROWS) {
          throw Refusal.bad(
              CasefileWords.say("has-more-than-rows-no-more", path, MOST_ROWS),
              CasefileWords.say("ask-for-the-case-without-its"));
        }
        to.take(number, row.readValue(rows));
      }
      if (rows.currentToken() != JsonToken.END_ARRAY) {
        throw Refusal.bad(CasefileWords.say("row-of-is-no-row", number + 1, path), AGAIN);
      }
    } catch (JacksonException e) {
      throw Refusal.bad(CasefileWords.say("cannot-be-read-2", path, e.getOriginalMessage()), AGAIN);
    }
  }

  /**
   * Reads JSON into its type, and holds it to that type whole.
   *
   * @throws Refusal where it cannot be read or lacks something
   */
  <T> T value(String path, byte[] content, TypeReference<T> type) {
    try (JsonParser in = CONTENT.createParser(ObjectReadContext.empty(), content)) {
      T value = json.readerFor(type).readValue(in);
      Whole.check(value);
      return value;
    } catch (JacksonException e) {
      throw Refusal.bad(CasefileWords.say("cannot-be-read-2", path, e.getOriginalMessage()), AGAIN);
    } catch (IllegalArgumentException e) {
      throw Refusal.bad(CasefileWords.say("makes-no-sense", path, e.getMessage()), AGAIN);
    }
  }

  boolean has(String path) {
    return zip.getEntry(path) != null;
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
