package hitchlamp.server.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Browsers from which somebody has signed in before. Such a browser has tries of its own, so that
 * nobody can keep a colleague out by trying wrong passwords under his name. At most {@link #MOST}
 * an account; the one unused longest goes first.
 */
@Component
class KnownBrowsers {
  static final String COOKIE = "HITCHLAMP_KNOWN";

  /** Browsers that are remembered for one account. */
  static final int MOST = 20;

  private static final Duration KEPT = Duration.ofDays(180);
  private static final int TOKEN_BYTES = 24;

  private final BrowserMapper mapper;
  private final SecureRandom random = new SecureRandom();

  KnownBrowsers(BrowserMapper mapper) {
    this.mapper = mapper;
  }

  @Mapper
  interface BrowserMapper {
    @Select(
        "SELECT COUNT(*) FROM known_browser WHERE token_hash = #{token} AND account_id = #{account}")
    int knows(String token, long account);

    @Insert("INSERT INTO known_browser (token_hash, account_id) VALUES (#{token}, #{account})")
    void add(String token, long account);

    @Delete(
        "DELETE FROM known_browser WHERE account_id = #{account} AND token_hash NOT IN (SELECT token_hash FROM (SELECT token_hash FROM known_browser WHERE account_id = #{account} ORDER BY used_at DESC LIMIT #{most}) newest)")
    void keep(long account, int most);

    @Delete("DELETE FROM known_browser WHERE account_id = #{account}")
    void forget(long account);
  }

  /** What this browser shows of itself, if it is known for an account. */
  Optional<String> known(HttpServletRequest request, long account) {
    return cookie(request).map(KnownBrowsers::hash).filter(t -> mapper.knows(t, account) > 0);
  }

  /** Somebody has signed in here. */
  void remember(HttpServletRequest request, HttpServletResponse response, long account) {
    if (known(request, account).isPresent()) {
      return;
    }
    byte[] token = new byte[TOKEN_BYTES];
    random.nextBytes(token);
    String text = Base64.getUrlEncoder().withoutPadding().encodeToString(token);
    mapper.add(hash(text), account);
    mapper.keep(account, MOST);
    response.addHeader(
        HttpHeaders.SET_COOKIE,
        ResponseCookie.from(COOKIE, text)
            .httpOnly(true)
            .secure(request.isSecure())
            .sameSite("Strict")
            .path("/api/account")
            .maxAge(KEPT)
            .build()
            .toString());
  }

  /** No browser is known for an account any more. */
  void forget(long account) {
    mapper.forget(account);
  }

  private static Optional<String> cookie(HttpServletRequest request) {
    if (request.getCookies() != null) {
      for (Cookie c : request.getCookies()) {
        if (c.getName().equals(COOKIE)) {
          return Optional.of(c.getValue());
        }
      }
    }
    return Optional.empty();
  }

  private static String hash(String token) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }
}
