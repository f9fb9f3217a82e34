package hitchlamp.grade.harden;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A case file taken apart, so that parts of it can be changed: written again, its manifest tells
 * the changed parts' true lengths and checksums.
 */
public final class CaseArchive {
  private static final String MANIFEST = "manifest.json";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Map<String, byte[]> parts = new LinkedHashMap<>();

  /** Takes a case file apart. */
  public CaseArchive(byte[] zip) {
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        parts.put(e.getName(), in.readAllBytes());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private CaseArchive(Map<String, byte[]> parts) {
    this.parts.putAll(parts);
  }

  /** Its parts by their paths. */
  public Map<String, byte[]> parts() {
    return Map.copyOf(parts);
  }

  /** The same with one part changed or added. */
  public CaseArchive with(String path, byte[] content) {
    CaseArchive other = new CaseArchive(parts);
    other.parts.put(path, content);
    return other;
  }

  /** As a file whose manifest fits its parts. */
  public byte[] bytes() {
    ObjectNode manifest = (ObjectNode) JSON.readTree(parts.get(MANIFEST));
    ArrayNode list = manifest.putArray("parts");
    parts.forEach(
        (path, content) -> {
          if (!path.equals(MANIFEST)) {
            list.addObject()
                .put("path", path)
                .put("bytes", content.length)
                .put("sha256", sha256(content));
          }
        });
    return zip(JSON.writeValueAsBytes(manifest));
  }

  /** As a file with the manifest that it has, whether it fits or not. */
  public byte[] bytesAsTheyAre() {
    return zip(parts.get(MANIFEST));
  }

  private byte[] zip(byte[] manifest) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> p : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(p.getKey()));
        zip.write(p.getKey().equals(MANIFEST) ? manifest : p.getValue());
        zip.closeEntry();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static String sha256(byte[] content) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }
}
