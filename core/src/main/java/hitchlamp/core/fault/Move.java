package hitchlamp.core.fault;

/**
 * A user's hand in the order.
 *
 * @param what id of the lead, or key of the fault, that is moved
 * @param to id of the lead it goes under; empty where it becomes the first lead itself
 * @param reason why
 */
public record Move(String what, String to, String reason) {}
