package hitchlamp.server.account;

import hitchlamp.server.config.PlainText;
import hitchlamp.server.config.Refusal;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts, and who is signed in. */
@Service
public class Accounts implements UserDetailsService {
  private static final String NAME = AccountWords.say("the-name");

  private final AccountMapper mapper;
  private final PasswordEncoder encoder;
  private final Sessions sessions;
  private final KnownBrowsers browsers;

  Accounts(
      AccountMapper mapper, PasswordEncoder encoder, Sessions sessions, KnownBrowsers browsers) {
    this.mapper = mapper;
    this.encoder = encoder;
    this.sessions = sessions;
    this.browsers = browsers;
  }

  @Override
  public UserDetails loadUserByUsername(String name) {
    return new SignedIn(mapper.find(name).orElseThrow(() -> new UsernameNotFoundException(name)));
  }

  /** The one who is signed in; known without the database. */
  public Account me() {
    return signedIn()
        .orElseThrow(
            () ->
                Refusal.forbidden(
                    AccountWords.say("nobody-is-signed-in"), AccountWords.say("sign-in")));
  }

  /** The one who is signed in, if anybody is. */
  Optional<Account> signedIn() {
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    return who != null && who.getPrincipal() instanceof SignedIn s
        ? Optional.of(s.account())
        : Optional.empty();
  }

  /** The one who is signed in, if his role permits something. */
  public Account me(Role.Right right) {
    Account me = me();
    if (!me.role().may(right)) {
      String role = me.role().name().toLowerCase(java.util.Locale.ROOT);
      throw Refusal.forbidden(
          AccountWords.say("a-may-not-do-this", role.startsWith("a") ? "n " : " ", role),
          AccountWords.say("ask-a-technician-or-a-manager"));
    }
    return me;
  }

  List<Account> all() {
    return mapper.all();
  }

  public Account find(String name) {
    return mapper.find(name).orElseThrow(() -> Refusal.missing("account"));
  }

  /** True while nobody can sign in yet. */
  public boolean none() {
    return mapper.count() == 0;
  }

  /** The account that a name means to the database, which knows no accents and no case. */
  Optional<Account> named(String name) {
    return mapper.find(name);
  }

  /** Makes an account. */
  public void add(String name, String password, Role role) {
    String plain = PlainText.name(NAME, name);
    Passwords.check(plain, password);
    mapper.add(plain, encoder.encode(password), role);
  }

  /** Makes the first account, a manager's; refused once there is any. */
  String addFirst(String name, String password) {
    String plain = PlainText.name(NAME, name);
    Passwords.check(plain, password);
    if (mapper.addFirst(plain, encoder.encode(password)) == 0) {
      throw Refusal.conflict(
          AccountWords.say("the-first-account-is-there-already"),
          AccountWords.say("sign-in-with-it"));
    }
    return plain;
  }

  /** Somebody changes his own password; his other sessions end. */
  @Transactional
  public void change(Account who, String old, String fresh, String session) {
    Account now = mapper.get(who.id()).orElseThrow(() -> Refusal.missing("account"));
    if (!encoder.matches(old, now.passwordHash())) {
      throw Refusal.bad(
          AccountWords.say("the-present-password-is-another"),
          AccountWords.say("type-the-one-you-signed-in"));
    }
    password(now, fresh, session);
  }

  /** A manager gives somebody a new password; all sessions of that one end. */
  @Transactional
  public void reset(long id, String fresh) {
    password(mapper.get(id).orElseThrow(() -> Refusal.missing("account")), fresh, "");
  }

  private void password(Account a, String fresh, String butSession) {
    Passwords.check(a.name(), fresh);
    mapper.password(a.id(), encoder.encode(fresh));
    browsers.forget(a.id());
    sessions.end(a.name(), butSession);
  }

  /** Ends an account: its sessions end, what was entered by it stays. */
  @Transactional
  public void end(long id) {
    Account a = mapper.get(id).orElseThrow(() -> Refusal.missing("account"));
    if (mapper.end(id) == 0) {
      throw Refusal.conflict(
          AccountWords.say("this-is-the-only-manager"),
          AccountWords.say("make-another-account-with-the-managers"));
    }
    browsers.forget(id);
    sessions.end(a.name(), "");
  }
}
