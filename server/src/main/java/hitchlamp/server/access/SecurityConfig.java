package hitchlamp.server.access;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.authentication.configuration.AuthenticationConfiguration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.security.core.session.SessionRegistryImpl;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.session.HttpSessionEventPublisher;
import org.springframework.security.web.util.matcher.RequestMatcher;

/**
 * Sessions in a cookie, a token against forged requests, headers; only sign-in and the static pages
 * are open.
 */
@Configuration
class SecurityConfig {
  private static final String POLICY =
      "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'";

  @Bean
  SecurityFilterChain chain(
      HttpSecurity http, SecurityContextRepository contexts, Rules rules, SessionRegistry sessions)
      throws Exception {
    RequestMatcher[] open =
        rules.all().stream()
            .filter(r -> r.right().isEmpty())
            .map(
                r ->
                    PathPatternRequestMatcher.withDefaults()
                        .matcher(HttpMethod.valueOf(r.method()), r.path()))
            .toArray(RequestMatcher[]::new);
    return http.csrf(c -> c.spa())
        .sessionManagement(
            s ->
                s.maximumSessions(-1)
                    .sessionRegistry(sessions)
                    .expiredSessionStrategy(e -> notSignedIn(e.getResponse())))
        .securityContext(c -> c.securityContextRepository(contexts))
        .authorizeHttpRequests(
            a ->
                a.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.ASYNC)
                    .permitAll()
                    .requestMatchers(open)
                    .permitAll()
                    .requestMatchers("/api/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .exceptionHandling(
            e ->
                e.authenticationEntryPoint((request, response, problem) -> notSignedIn(response))
                    .accessDeniedHandler(
                        (request, response, problem) -> {
                          response.setStatus(403);
                          response.setContentType("application/json");
                          response
                              .getWriter()
                              .write(
                                  "{\"message\":\"This request was refused.\",\"next\":\"Reload the page and try again.\"}");
                        }))
        .headers(
            h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY)).referrerPolicy(r -> {}))
        .formLogin(f -> f.disable())
        .httpBasic(b -> b.disable())
        .logout(l -> l.disable())
        .build();
  }

  private static void notSignedIn(HttpServletResponse response) throws IOException {
    response.setStatus(HttpStatus.UNAUTHORIZED.value());
    response.setContentType(MediaType.APPLICATION_JSON_VALUE);
    response
        .getWriter()
        .write(
            "{\"message\":\"You are not signed in.\",\"next\":\"Sign in; the page keeps its place.\"}");
  }

  @Bean
  SessionRegistry sessionRegistry() {
    return new SessionRegistryImpl();
  }

  /** Tells the registry when sessions end by themselves. */
  @Bean
  HttpSessionEventPublisher sessionEvents() {
    return new HttpSessionEventPublisher();
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return new BCryptPasswordEncoder(11);
  }

  @Bean
  SecurityContextRepository securityContextRepository() {
    return new HttpSessionSecurityContextRepository();
  }

  @Bean
  AuthenticationManager authenticationManager(AuthenticationConfiguration configuration)
      throws Exception {
    return configuration.getAuthenticationManager();
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}
