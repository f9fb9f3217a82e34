package hitchlamp.server.phone;

import java.io.UncheckedIOException;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.net.UnknownHostException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Under which address a phone in the workshop's network reaches this server. */
@Component
class PhoneAddress {
  private final String told;
  private final String listens;
  private final int port;

  /**
   * @param told address that is to be used, such as that of a proxy before it; empty for that on
   *     which the server listens
   * @param listens what the server listens on; empty for everything
   */
  PhoneAddress(
      @Value("${hitchlamp.phone-address:}") String told,
      @Value("${server.address:}") String listens,
      @Value("${server.port:8480}") int port) {
    this.told = told.strip();
    this.listens = listens.strip();
    this.port = port;
  }

  /** Empty where only this machine itself reaches it. */
  Optional<String> base() {
    if (!told.isEmpty()) {
      return Optional.of(told.endsWith("/") ? told.substring(0, told.length() - 1) : told);
    }
    return host().map(h -> "http://" + h + ":" + port);
  }

  private Optional<String> host() {
    try {
      InetAddress address =
          listens.isEmpty() ? InetAddress.getByName("0.0.0.0") : InetAddress.getByName(listens);
      if (address.isLoopbackAddress()) {
        return Optional.empty();
      }
      return address.isAnyLocalAddress()
          ? best(
              NetworkInterface.networkInterfaces()
                  .flatMap(NetworkInterface::inetAddresses)
                  .toList())
          : Optional.of(written(address));
    } catch (UnknownHostException e) {
      return Optional.empty();
    } catch (SocketException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Of several the one that a phone beside it most likely reaches. */
  static Optional<String> best(List<InetAddress> all) {
    return all.stream()
        .filter(a -> !a.isLoopbackAddress() && !a.isLinkLocalAddress() && !a.isMulticastAddress())
        .min(
            Comparator.comparing((InetAddress a) -> !(a instanceof Inet4Address))
                .thenComparing(a -> !a.isSiteLocalAddress()))
        .map(PhoneAddress::written);
  }

  private static String written(InetAddress address) {
    String host = address.getHostAddress();
    int scope = host.indexOf('%');
    String plain = scope < 0 ? host : host.substring(0, scope);
    return address instanceof Inet4Address ? plain : "[" + plain + "]";
  }
}
