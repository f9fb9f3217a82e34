package hitchlamp.server.account;

import hitchlamp.server.config.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, the first account, and further ones. */
@RestController
@RequestMapping("/api/account")
class AccountController {
  private final Accounts accounts;
  private final AuthenticationManager authentication;
  private final SecurityContextRepository contexts;
  private final SignInThrottle throttle;
  private final KnownBrowsers browsers;
  private final Sessions sessions;

  AccountController(
      Accounts accounts,
      AuthenticationManager authentication,
      SecurityContextRepository contexts,
      SignInThrottle throttle,
      KnownBrowsers browsers,
      Sessions sessions) {
    this.accounts = accounts;
    this.authentication = authentication;
    this.contexts = contexts;
    this.throttle = throttle;
    this.browsers = browsers;
    this.sessions = sessions;
  }

  /** Who is signed in, nobody where the name is null. */
  record Me(
      String name,
      Role role,
      @NotNull Set<Role.Right> rights,
      @NotNull boolean firstAccountWanted) {}

  record Credentials(
      @NotBlank @Size(max = 60) String name, @NotBlank @Size(max = 200) String password) {}

  record NewAccount(
      @NotBlank @Size(max = 60) String name,
      @NotBlank @Size(max = 200) String password,
      @NotNull Role role) {}

  record ChangedPassword(
      @NotBlank @Size(max = 200) String old, @NotBlank @Size(max = 200) String password) {}

  record NewPassword(@NotBlank @Size(max = 200) String password) {}

  record AccountView(@NotNull long id, @NotNull String name, @NotNull Role role) {
    static AccountView of(Account a) {
      return new AccountView(a.id(), a.name(), a.role());
    }
  }

  @GetMapping("/me")
  Me me() {
    return accounts
        .signedIn()
        .map(a -> new Me(a.name(), a.role(), a.role().rights(), false))
        .orElseGet(() -> new Me(null, null, Set.of(), accounts.none()));
  }

  @PostMapping("/first")
  Me first(
      @Valid @RequestBody Credentials c, HttpServletRequest request, HttpServletResponse response) {
    String name = accounts.addFirst(c.name(), c.password());
    return signIn(new Credentials(name, c.password()), request, response);
  }

  @PostMapping("/sign-in")
  Me signIn(
      @Valid @RequestBody Credentials c, HttpServletRequest request, HttpServletResponse response) {
    Optional<Account> meant = accounts.named(c.name());
    String key = key(c.name(), meant, request);
    Duration wait = throttle.take(key, request.getRemoteAddr());
    if (!wait.isZero()) {
      long seconds = wait.toSeconds() + 1;
      response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(seconds));
      throw new Refusal(
          HttpStatus.TOO_MANY_REQUESTS,
          AccountWords.say("too-many-passwords-are-being-tried"),
          AccountWords.say("try-again-in-s", seconds));
    }
    Authentication who;
    try {
      who =
          authentication.authenticate(
              UsernamePasswordAuthenticationToken.unauthenticated(c.name(), c.password()));
    } catch (AuthenticationException e) {
      throw new Refusal(
          HttpStatus.UNAUTHORIZED,
          AccountWords.say("name-and-password-do-not-fit"),
          AccountWords.say("check-both-and-try-again-a"));
    }
    throttle.succeeded(key, request.getRemoteAddr());
    browsers.remember(request, response, meant.map(Account::id).orElseThrow());
    if (request.getSession(false) != null) {
      request.changeSessionId();
    }
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(who);
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    sessions.began(request.getSession(), (SignedIn) who.getPrincipal());
    return me();
  }

  /** Whom a try is for; a browser that is known for the account counts by itself. */
  private String key(String name, Optional<Account> meant, HttpServletRequest request) {
    return meant
        .map(
            a ->
                a.id()
                    + browsers.known(request, a.id()).map(browser -> " from " + browser).orElse(""))
        .orElseGet(() -> "named " + name.strip().toLowerCase(Locale.ROOT));
  }

  @PostMapping("/sign-out")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      Authentication who = SecurityContextHolder.getContext().getAuthentication();
      if (who != null) {
        sessions.signsOut(who.getName());
      }
      session.invalidate();
    }
    SecurityContextHolder.clearContext();
  }

  @GetMapping
  List<AccountView> list() {
    return accounts.all().stream().map(AccountView::of).toList();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  AccountView add(@Valid @RequestBody NewAccount n) {
    accounts.add(n.name(), n.password(), n.role());
    return AccountView.of(accounts.find(n.name()));
  }

  /** Changes the caller's own password; his other sessions end. */
  @PostMapping("/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(@Valid @RequestBody ChangedPassword c, HttpServletRequest request) {
    accounts.change(accounts.me(), c.old(), c.password(), request.getSession().getId());
  }

  /** Gives somebody a new password; all his sessions end. */
  @PostMapping("/{id}/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reset(@PathVariable long id, @Valid @RequestBody NewPassword n) {
    accounts.reset(id, n.password());
  }

  /** Ends an account; what was entered by it stays. */
  @PostMapping("/{id}/end")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable long id) {
    accounts.end(id);
  }
}
