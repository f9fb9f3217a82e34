package hitchlamp.server.config;

import io.swagger.v3.oas.annotations.Hidden;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ResponseBody;

/** The one page of the front end under each address that it knows, and a sign of life. */
@Controller
@Hidden
class Pages {
  @GetMapping({"/", "/units", "/units/**", "/jobs", "/jobs/**", "/accounts"})
  String page() {
    return "forward:/index.html";
  }

  @GetMapping("/api/health")
  @ResponseBody
  Map<String, String> health() {
    return Map.of("state", "up");
  }
}
