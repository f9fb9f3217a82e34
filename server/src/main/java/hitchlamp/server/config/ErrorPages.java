package hitchlamp.server.config;

import java.util.Map;
import org.springframework.boot.web.error.ErrorAttributeOptions;
import org.springframework.boot.webmvc.error.DefaultErrorAttributes;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.WebRequest;

/** What no controller refused, the container did: told in the same form as every other error. */
@Component
class ErrorPages extends DefaultErrorAttributes {
  @Override
  public Map<String, Object> getErrorAttributes(WebRequest request, ErrorAttributeOptions options) {
    Object reason = super.getErrorAttributes(request, options).getOrDefault("error", "refused");
    return Map.of(
        "message",
        ConfigWords.say("the-request-cannot-be-used", reason),
        "next",
        ConfigWords.say("reload-the-page-and-try-again"));
  }
}
