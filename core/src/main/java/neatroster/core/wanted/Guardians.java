package neatroster.core.wanted;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.roster.Link;
import neatroster.core.roster.NameCompatibility;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;

/**
 * Who looks after whom. An email address tells guardians apart: brothers and sisters with the same
 * one have one guardian.
 */
public final class Guardians {
  private final Map<String, Guardian> byEmail = new LinkedHashMap<>();
  private final List<Contradiction> contradictions = new ArrayList<>();
  private final List<Place> withOwnAddress = new ArrayList<>();
  private int withoutEmail;

  /**
   * A guardian.
   *
   * @param place the first row that names the guardian
   * @param email the address as written there
   * @param name the name, or empty where no row has it
   * @param children the numbers of those whom the guardian looks after
   */
  public record Guardian(Place place, String email, String name, List<Integer> children) {}

  /**
   * An address that is somebody else's, by the name.
   *
   * @param place the row that names the guardian
   * @param email the address
   * @param name the guardian's name there
   * @param other whose address it is
   * @param otherPlace the row that says so, or null where an account does
   */
  public record Contradiction(
      Place place, String email, String name, String other, Place otherPlace) {}

  /** Adds the guardian that somebody's record names, if it names one. */
  void add(ResolvedRoster roster, int child, PersonRecord record) {
    String email = record.text(Field.GUARDIAN_EMAIL);
    String name = record.text(Field.GUARDIAN_NAME);
    if (email.isEmpty()) {
      withoutEmail += name.isEmpty() ? 0 : 1;
      return;
    }
    if (email.equalsIgnoreCase(record.text(Field.EMAIL))) {
      withOwnAddress.add(record.place());
      return;
    }
    Guardian guardian =
        byEmail.merge(
            email.toLowerCase(Locale.ROOT),
            new Guardian(record.place(), email, name, new ArrayList<>()),
            (first, next) ->
                first.name().isEmpty()
                    ? new Guardian(next.place(), first.email(), next.name(), first.children())
                    : first);
    guardian.children().add(child);
    if (!NameCompatibility.fits(guardian.name(), name)) {
      contradictions.add(
          new Contradiction(record.place(), email, name, guardian.name(), guardian.place()));
    } else if (!name.isEmpty()) {
      compareWithUser(roster, child, record, email, name);
    }
  }

  /** A guardian may be in the roster; then the name is the one there. */
  private void compareWithUser(
      ResolvedRoster roster, int child, PersonRecord record, String email, String name) {
    Link user = roster.people().find(email);
    if (!user.isFound() || user.number() == child) {
      return;
    }
    List<Integer> lines = roster.people().lines(user.number());
    String there =
        lines.isEmpty()
            ? roster
                .people()
                .knownAs(user.number())
                .map(account -> account.person().fullName())
                .orElse("")
            : PersonRecord.of(roster.rows(), lines).fullName();
    if (!NameCompatibility.fits(there, name)) {
      contradictions.add(
          new Contradiction(
              record.place(),
              email,
              name,
              there,
              lines.isEmpty() ? null : roster.rows().place(lines.get(0))));
    }
  }

  /** Everybody who looks after somebody, by the address in lower case. */
  public Map<String, Guardian> byEmail() {
    return byEmail;
  }

  /** The addresses that are somebody else's. */
  public List<Contradiction> contradictions() {
    return contradictions;
  }

  /** The rows of children who have their guardian's address themselves. */
  public List<Place> withOwnAddress() {
    return withOwnAddress;
  }

  /** How many rows name a guardian and no address of theirs. */
  public int withoutEmail() {
    return withoutEmail;
  }
}
