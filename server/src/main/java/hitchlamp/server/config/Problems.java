package hitchlamp.server.config;

import java.io.IOException;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Every error as the same small object: what happened, what to do next. */
@RestControllerAdvice
class Problems {
  private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

  /** What the browser shows. */
  record Problem(String message, String next) {}

  private static ResponseEntity<Problem> of(HttpStatus status, String message, String next) {
    return ResponseEntity.status(status).body(new Problem(message, next));
  }

  @ExceptionHandler
  ResponseEntity<Problem> refusal(Refusal e) {
    return of(e.status(), e.getMessage(), e.next());
  }

  @ExceptionHandler
  ResponseEntity<Problem> invalid(MethodArgumentNotValidException e) {
    String fields =
        e.getBindingResult().getFieldErrors().stream()
            .map(f -> f.getField() + " " + f.getDefaultMessage())
            .sorted()
            .collect(Collectors.joining("; "));
    return of(
        HttpStatus.BAD_REQUEST,
        "This cannot be saved: " + fields + ".",
        "Correct the field and save again.");
  }

  @ExceptionHandler({
    HttpMessageNotReadableException.class,
    MethodArgumentTypeMismatchException.class
  })
  ResponseEntity<Problem> unreadable(Exception e) {
    if (e.getCause() instanceof IOException broken && broken.getMessage() != null) {
      return of(HttpStatus.CONTENT_TOO_LARGE, broken.getMessage(), "Send less.");
    }
    return of(
        HttpStatus.BAD_REQUEST,
        "The request cannot be read.",
        "Reload the page and try again; see the API document for the form expected.");
  }

  @ExceptionHandler
  ResponseEntity<Problem> twice(DuplicateKeyException e) {
    return of(
        HttpStatus.CONFLICT,
        "There is one with that name already.",
        "Choose another name, or open the one that is there.");
  }

  @ExceptionHandler
  ResponseEntity<Problem> tooLarge(MaxUploadSizeExceededException e) {
    return of(
        HttpStatus.CONTENT_TOO_LARGE, "The file is larger than 256 MB.", "Cut the log into parts.");
  }

  @ExceptionHandler
  ResponseEntity<Problem> pointsNowhere(DataIntegrityViolationException e) {
    return of(
        HttpStatus.CONFLICT,
        "This does not fit what is stored: it names something that is not there, or is too long.",
        "Reload the page and try again.");
  }

  @ExceptionHandler({NoResourceFoundException.class, HttpRequestMethodNotSupportedException.class})
  ResponseEntity<Problem> nothingThere(Exception e) {
    return of(
        HttpStatus.NOT_FOUND,
        "There is nothing at this address.",
        "See /api/openapi for what there is.");
  }

  /**
   * The status of a request that is itself wrong: of Spring's own refusals, and of the parser's.
   */
  private static Optional<HttpStatus> wrongRequest(Exception e) {
    if (e instanceof ErrorResponse r) {
      return Optional.ofNullable(HttpStatus.resolve(r.getStatusCode().value()))
          .filter(HttpStatus::is4xxClientError);
    }
    return e instanceof MultipartException
            || e instanceof ServletRequestBindingException
            || e instanceof TypeMismatchException
            || e instanceof InvalidParameterException
        ? Optional.of(HttpStatus.BAD_REQUEST)
        : Optional.empty();
  }

  @ExceptionHandler
  ResponseEntity<Problem> other(Exception e) {
    if (e instanceof org.springframework.security.access.AccessDeniedException) {
      return of(
          HttpStatus.FORBIDDEN,
          "Your role does not permit this.",
          "Ask a technician or a manager.");
    }
    Optional<HttpStatus> wrong = wrongRequest(e);
    if (wrong.isPresent()) {
      return of(
          wrong.get(),
          "The request cannot be used: "
              + wrong.get().getReasonPhrase().toLowerCase(Locale.ROOT)
              + ".",
          "See /api/openapi for the form expected.");
    }
    if (DatabaseAway.is(e)) {
      return of(
          HttpStatus.SERVICE_UNAVAILABLE,
          "The database does not answer.",
          "What you command and let go of goes on, and what was captured is kept. Run ./hitch-lamp status.");
    }
    if (e instanceof AsyncRequestNotUsableException) {
      // The browser went away while it was answered; there is nobody left to tell.
      return null;
    }
    LOG.error("unexpected", e);
    return of(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "Something went wrong in Hitch Lamp itself.",
        "Try again; nothing captured is lost. If it stays, send the server's log.");
  }
}
