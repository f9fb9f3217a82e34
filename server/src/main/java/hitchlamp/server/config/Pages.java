package hitchlamp.server.config;

import io.swagger.v3.oas.annotations.Hidden;
import java.util.Map;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ResponseBody;

/** The one page of the front end under each address that it knows, and a sign of life. */
@Controller
@Hidden
class Pages {
  private volatile boolean ready;

  @GetMapping({
    "/",
    "/units",
    "/units/**",
    "/jobs",
    "/jobs/**",
    "/accounts",
    "/storage",
    "/phone/**"
  })
  String page() {
    return "forward:/index.html";
  }

  /** A sign of life, given once everything that belongs to a start is done. */
  @GetMapping("/api/health")
  @ResponseBody
  Map<String, String> health() {
    if (!ready) {
      throw new Refusal(
          HttpStatus.SERVICE_UNAVAILABLE,
          ConfigWords.say("hitch-lamp-is-starting"),
          "Wait a moment.");
    }
    return Map.of("state", "up");
  }

  @EventListener(ApplicationReadyEvent.class)
  void started() {
    ready = true;
  }
}
