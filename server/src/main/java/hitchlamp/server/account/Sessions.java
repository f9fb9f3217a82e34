package hitchlamp.server.account;

import jakarta.servlet.http.HttpSession;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.core.session.SessionInformation;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.stereotype.Component;

/** Who has sessions, so that they can be ended. */
@Component
public class Sessions {
  private final SessionRegistry registry;
  private final ApplicationEventPublisher events;

  Sessions(SessionRegistry registry, ApplicationEventPublisher events) {
    this.registry = registry;
    this.events = events;
  }

  /** Sessions of an account have ended; what else is open in its name ends too. */
  public record Ended(String name, String butSession) {}

  /** Somebody signs out in one browser. */
  void signsOut(String name) {
    events.publishEvent(new SignedOut(name));
  }

  /** An account signed out; its other sessions go on. */
  public record SignedOut(String name) {}

  void began(HttpSession session, SignedIn who) {
    registry.registerNewSession(session.getId(), who);
  }

  /**
   * Ends the sessions of an account.
   *
   * @param but id of a session that goes on, empty for none
   */
  void end(String name, String but) {
    registry.getAllPrincipals().stream()
        .filter(p -> p instanceof SignedIn s && s.getUsername().equals(name))
        .flatMap(p -> registry.getAllSessions(p, false).stream())
        .filter(s -> !s.getSessionId().equals(but))
        .forEach(SessionInformation::expireNow);
    events.publishEvent(new Ended(name, but));
  }
}
