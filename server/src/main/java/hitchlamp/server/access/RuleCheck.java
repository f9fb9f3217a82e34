package hitchlamp.server.access;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role.Right;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.event.ContextRefreshedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpMethod;
import org.springframework.stereotype.Component;
import org.springframework.util.NumberUtils;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Holds every call to the rule of its endpoint before anything of the request is read: role, job
 * from a case file, seat. It goes by the endpoint that was found and the variables as it will get
 * them, never by the text of the address, of which there are many for one endpoint.
 */
@Component
class RuleCheck implements HandlerInterceptor {
  private static final String API = "/api/";

  private final Rules rules;
  private final Accounts accounts;
  private final Jobs jobs;
  private final Seats seats;
  private final RecordingMapper recordings;

  RuleCheck(Rules rules, Accounts accounts, Jobs jobs, Seats seats, RecordingMapper recordings) {
    this.rules = rules;
    this.accounts = accounts;
    this.jobs = jobs;
    this.seats = seats;
    this.recordings = recordings;
  }

  @Mapper
  interface RecordingMapper {
    @Select("SELECT job_id FROM recording WHERE id = #{recording}")
    Optional<Long> jobOf(long recording);
  }

  @Component
  static class Registration implements WebMvcConfigurer {
    private final RuleCheck check;

    Registration(RuleCheck check) {
      this.check = check;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
      registry.addInterceptor(check);
    }
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    String path =
        String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
    if (!(handler instanceof HandlerMethod)
        || !path.startsWith(API)
        || request.getDispatcherType() == DispatcherType.ASYNC) {
      return true;
    }
    String method =
        request.getMethod().equals(HttpMethod.HEAD.name())
            ? HttpMethod.GET.name()
            : request.getMethod();
    Rule rule =
        rules
            .of(method, path)
            .orElseThrow(
                () ->
                    Refusal.forbidden(
                        AccessWords.say("nobody-may-call-this"),
                        AccessWords.say("see-the-api-document")));
    if (rule.right().isPresent()) {
      Account me = accounts.me(rule.right().get());
      if (rule.seat() != Rule.Seat.ANY || rule.changes() && rule.right().get() != Right.LOOK) {
        // Letting go is everybody's right and waits for no database.
        job(request).map(jobs::place).ifPresent(j -> permit(rule, j, me));
      }
    }
    return true;
  }

  private void permit(Rule rule, Jobs.Place job, Account me) {
    if (rule.changes() && !rule.onCase()) {
      jobs.mustNotBeCase(job);
    }
    switch (rule.seat()) {
      case ANY -> {}
      case FREE -> seats.notAnothers(job.unit(), me);
      case MINE -> seats.mine(job.unit(), me);
    }
  }

  /** The job that a call is about, by its own number or that of a recording. */
  private Optional<Long> job(HttpServletRequest request) {
    Object all = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
    if (!(all instanceof Map<?, ?> variables)) {
      return Optional.empty();
    }
    if (variables.get("job") instanceof String job) {
      return Optional.of(number(job, "job"));
    }
    return variables.get("recording") instanceof String r
        ? Optional.of(
            recordings
                .jobOf(number(r, "recording"))
                .orElseThrow(() -> Refusal.missing("recording")))
        : Optional.empty();
  }

  private static long number(String text, String what) {
    try {
      // As the endpoint's own variable is read: "+15" and "0xF" are 15 there too.
      return NumberUtils.parseNumber(text, Long.class);
    } catch (IllegalArgumentException e) {
      throw Refusal.missing(what);
    }
  }

  /** Nothing can be forgotten: an endpoint without a rule keeps the application from starting. */
  @Component
  static class Complete {
    private final Rules rules;
    private final RequestMappingHandlerMapping mapping;

    Complete(
        Rules rules, @Qualifier("requestMappingHandlerMapping") RequestMappingHandlerMapping m) {
      this.rules = rules;
      this.mapping = m;
    }

    @EventListener(ContextRefreshedEvent.class)
    void check() {
      Set<String> ruled = new HashSet<>();
      rules.all().forEach(r -> ruled.add(r.endpoint()));
      List<String> without =
          mapping.getHandlerMethods().keySet().stream()
              .flatMap(
                  info ->
                      info.getPatternValues().stream()
                          .filter(p -> p.startsWith(API))
                          .flatMap(
                              p ->
                                  info.getMethodsCondition().getMethods().stream()
                                      .map(RequestMethod::name)
                                      .map(m -> m + " " + p)))
              .filter(e -> !ruled.contains(e))
              .sorted()
              .toList();
      if (!without.isEmpty()) {
        throw new IllegalStateException("rights.csv says nothing of " + without);
      }
    }
  }
}
