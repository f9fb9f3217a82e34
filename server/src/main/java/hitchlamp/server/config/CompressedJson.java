package hitchlamp.server.config;

import com.github.luben.zstd.Zstd;
import java.nio.charset.StandardCharsets;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Reads that are kept whole in the database: JSON, compressed. At most 64 MiB each. */
@Component
public class CompressedJson {
  private static final int LARGEST = 64 * 1024 * 1024;

  private final JsonMapper json;

  CompressedJson(JsonMapper json) {
    this.json = json;
  }

  public byte[] write(Object value) {
    return Zstd.compress(json.writeValueAsString(value).getBytes(StandardCharsets.UTF_8));
  }

  /**
   * Reads back what was written.
   *
   * @throws IllegalStateException where the stored bytes claim more than can have been written
   */
  public <T> T read(byte[] content, Class<T> type) {
    return json.readValue(text(content), type);
  }

  /** The JSON that was written, as UTF-8. */
  public byte[] text(byte[] content) {
    long size = Zstd.getFrameContentSize(content);
    if (size < 0 || size > LARGEST) {
      throw new IllegalStateException("a stored read claims " + size + " bytes");
    }
    return Zstd.decompress(content, (int) size);
  }
}
