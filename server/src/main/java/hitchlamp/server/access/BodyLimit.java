package hitchlamp.server.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.Part;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Locale;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.InvalidMediaTypeException;
import org.springframework.http.MediaType;
import org.springframework.http.server.PathContainer;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses a body that is larger than its endpoint takes, before any of it is read; nobody who is
 * not signed in sends more than {@link #UNKNOWN_MOST} bytes.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BodyLimit extends OncePerRequestFilter {
  /** Largest body from somebody who is not signed in, and where no endpoint is found. */
  static final long UNKNOWN_MOST = 64 * 1024;

  private static final long MEGABYTE = 1024 * 1024;
  private static final String NEXT = AccessWords.say("what-each-endpoint-takes-stands-in");

  private final Rules rules;

  BodyLimit(Rules rules) {
    this.rules = rules;
  }

  /** A body went past its limit while it was read. */
  static final class TooLarge extends IOException {
    TooLarge(long most) {
      super(says(most));
    }
  }

  private static String says(long most) {
    return AccessWords.say(
        "the-request-is-larger-than",
        most >= MEGABYTE
            ? String.format(Locale.ROOT, "%d MB", most / MEGABYTE)
            : String.format(Locale.ROOT, "%d kB", Math.max(1, most / 1024)));
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    long most = most(request);
    if (request.getContentLengthLong() > most) {
      refuse(response, HttpStatus.CONTENT_TOO_LARGE, says(most));
      return;
    }
    if (!concrete(request.getContentType())) {
      refuse(
          response, HttpStatus.UNSUPPORTED_MEDIA_TYPE, AccessWords.say("the-body-is-of-no-kind"));
      return;
    }
    chain.doFilter(
        request.getContentLengthLong() < 0 ? new Counted(request, most) : request, response);
  }

  private static void refuse(HttpServletResponse response, HttpStatus status, String says)
      throws IOException {
    response.setStatus(status.value());
    response.setContentType(MediaType.APPLICATION_JSON_VALUE);
    // What was not read is not waited for.
    response.setHeader("Connection", "close");
    response.getWriter().write("{\"message\":\"" + says + "\",\"next\":\"" + NEXT + "\"}");
  }

  private static boolean concrete(String type) {
    try {
      return type == null || MediaType.parseMediaType(type).isConcrete();
    } catch (InvalidMediaTypeException e) {
      return false;
    }
  }

  private long most(HttpServletRequest request) {
    long most;
    try {
      most =
          rules
              .forRequest(request.getMethod(), PathContainer.parsePath(request.getRequestURI()))
              .map(Rule::bytes)
              .orElse(UNKNOWN_MOST);
    } catch (IllegalArgumentException e) {
      most = UNKNOWN_MOST;
    }
    return signedIn(request) ? most : Math.min(most, UNKNOWN_MOST);
  }

  private static boolean signedIn(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    return session != null
        && session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY)
            != null;
  }

  /** A request that does not say how long it is: counted while it is read. */
  private static final class Counted extends HttpServletRequestWrapper {
    private final long most;

    Counted(HttpServletRequest request, long most) {
      super(request);
      this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      return new CountedStream(super.getInputStream(), most);
    }

    @Override
    public BufferedReader getReader() throws IOException {
      return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }

    /** Parts go to the disk, never whole into memory, and no further than the largest upload. */
    @Override
    public Collection<Part> getParts() throws IOException, ServletException {
      if (most <= UNKNOWN_MOST) {
        throw new TooLarge(most);
      }
      Collection<Part> parts = super.getParts();
      if (parts.stream().mapToLong(Part::getSize).sum() > most) {
        throw new TooLarge(most);
      }
      return parts;
    }
  }

  private static final class CountedStream extends ServletInputStream {
    private final ServletInputStream in;
    private final long most;
    private long count;

    CountedStream(ServletInputStream in, long most) {
      this.in = in;
      this.most = most;
    }

    private int count(int read, int bytes) throws IOException {
      if (read >= 0 && (count += bytes) > most) {
        throw new TooLarge(most);
      }
      return read;
    }

    @Override
    public int read() throws IOException {
      return count(in.read(), 1);
    }

    @Override
    public int read(byte[] b, int off, int len) throws IOException {
      int n = in.read(b, off, len);
      return count(n, n);
    }

    @Override
    public boolean isFinished() {
      return in.isFinished();
    }

    @Override
    public boolean isReady() {
      return in.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      in.setReadListener(listener);
    }
  }
}
