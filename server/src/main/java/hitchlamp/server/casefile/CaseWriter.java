package hitchlamp.server.casefile;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes the parts of a case file and keeps their checksums for the manifest, which goes last. */
final class CaseWriter implements AutoCloseable {
  /** Fills a part. */
  interface Content {
    void to(OutputStream out) throws IOException;
  }

  private final ZipOutputStream zip;
  private final List<Manifest.Part> parts = new ArrayList<>();

  CaseWriter(OutputStream out) {
    zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
  }

  void part(String path, byte[] content) throws IOException {
    part(path, out -> out.write(content));
  }

  void part(String path, Content content) throws IOException {
    zip.putNextEntry(new ZipEntry(path));
    Counting out = new Counting(zip, sha256());
    content.to(out);
    out.flush();
    zip.closeEntry();
    parts.add(
        new Manifest.Part(
            path, out.count, HexFormat.of().formatHex(out.getMessageDigest().digest())));
  }

  List<Manifest.Part> parts() {
    return List.copyOf(parts);
  }

  /** Writes the manifest; nothing may follow. */
  void manifest(byte[] json) throws IOException {
    zip.putNextEntry(new ZipEntry(Manifest.NAME));
    zip.write(json);
    zip.closeEntry();
  }

  @Override
  public void close() throws IOException {
    zip.finish();
    zip.flush();
  }

  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  /** Counts what goes through; closing it leaves the archive open. */
  private static final class Counting extends DigestOutputStream {
    private long count;

    Counting(OutputStream out, MessageDigest digest) {
      super(out, digest);
    }

    @Override
    public void write(int b) throws IOException {
      super.write(b);
      count++;
    }

    @Override
    public void write(byte[] b, int off, int len) throws IOException {
      super.write(b, off, len);
      count += len;
    }

    @Override
    public void close() throws IOException {
      flush();
    }
  }
}
