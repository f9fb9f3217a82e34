package hitchlamp.server.stream;

/**
 * A value or event that goes over the stream, so that the API document describes it beside what the
 * endpoints answer. Each package names its own as a bean.
 *
 * @param type as Jackson writes it
 */
public record StreamBody(Class<?> type) {}
