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
        ConfigWords.say("this-cannot-be-saved", fields),
        ConfigWords.say("correct-the-field-and-save-again"));
  }

  @ExceptionHandler({
    HttpMessageNotReadableException.class,
    MethodArgumentTypeMismatchException.class
  })
  ResponseEntity<Problem> unreadable(Exception e) {
    if (e.getCause() instanceof IOException broken && broken.getMessage() != null) {
      return of(HttpStatus.CONTENT_TOO_LARGE, broken.getMessage(), ConfigWords.say("send-less"));
    }
    return of(
        HttpStatus.BAD_REQUEST,
        ConfigWords.say("the-request-cannot-be-read"),
        ConfigWords.say("reload-the-page-and-try-again-see"));
  }

  @ExceptionHandler
  ResponseEntity<Problem> twice(DuplicateKeyException e) {
    return of(
        HttpStatus.CONFLICT,
        ConfigWords.say("there-is-one-with-that-name"),
        ConfigWords.say("choose-another-name-or-open-the"));
  }

  @ExceptionHandler
  ResponseEntity<Problem> tooLarge(MaxUploadSizeExceededException e) {
    return of(
        HttpStatus.CONTENT_TOO_LARGE,
        ConfigWords.say("the-file-is-larger-than-256"),
        ConfigWords.say("cut-the-log-into-parts"));
  }

  @ExceptionHandler
  ResponseEntity<Problem> pointsNowhere(DataIntegrityViolationException e) {
    return of(
        HttpStatus.CONFLICT,
        ConfigWords.say("this-does-not-fit-what-is"),
        ConfigWords.say("reload-the-page-and-try-again-2"));
  }

  @ExceptionHandler({NoResourceFoundException.class, HttpRequestMethodNotSupportedException.class})
  ResponseEntity<Problem> nothingThere(Exception e) {
    return of(
        HttpStatus.NOT_FOUND,
        ConfigWords.say("there-is-nothing-at-this-address"),
        ConfigWords.say("see-api-openapi-for-what-there"));
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
          ConfigWords.say("your-role-does-not-permit-this"),
          ConfigWords.say("ask-a-technician-or-a-manager"));
    }
    if (DatabaseAway.full(e)) {
      return of(
          HttpStatus.INSUFFICIENT_STORAGE,
          ConfigWords.say("the-disk-of-the-server-is-full"),
          ConfigWords.say("free-space-on-it-then-save-again"));
    }
    Optional<HttpStatus> wrong = wrongRequest(e);
    if (wrong.isPresent()) {
      return of(
          wrong.get(),
          ConfigWords.say(
              "the-request-cannot-be-used", wrong.get().getReasonPhrase().toLowerCase(Locale.ROOT)),
          ConfigWords.say("see-api-openapi-for-the-form"));
    }
    if (DatabaseAway.is(e)) {
      return of(
          HttpStatus.SERVICE_UNAVAILABLE,
          ConfigWords.say("the-database-does-not-answer"),
          ConfigWords.say("what-you-command-and-let-go"));
    }
    if (e instanceof AsyncRequestNotUsableException) {
      // The browser went away while it was answered; there is nobody left to tell.
      return null;
    }
    LOG.error("unexpected", e);
    return of(
        HttpStatus.INTERNAL_SERVER_ERROR,
        ConfigWords.say("something-went-wrong-in-hitch-lamp"),
        ConfigWords.say("try-again-nothing-captured-is-lost"));
  }
}
