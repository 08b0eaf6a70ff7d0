package neatroster.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.roster.Link;
import neatroster.core.text.Quoted;
import neatroster.core.value.Instructors;

/** What people and courses are called where others name them. */
final class References {
  private final ComparisonInput input;

  References(ComparisonInput input) {
    this.input = input;
  }

  /**
   * What a person is referred to by where others name them: the username, else the email address or
   * the id of the account; empty for who has no account yet.
   */
  String of(int person) {
    String username = input.resolved.people().username(person);
    return username.isEmpty()
        ? input.resolved.people().knownAs(person).map(KnownUser::reference).orElse("")
        : username;
  }

  /**
   * What the platform calls a person where it says who is enrolled: until a renaming is delivered
   * the former name.
   */
  String heldAs(int person) {
    int account = input.resolved.people().account(person);
    return account < 0 ? of(person) : input.known.nameOnPlatform(account);
  }

  /** Whether a person is delivered, or there already. */
  boolean has(int person) {
    return input.deliverable.hasPerson(person) && !of(person).isEmpty();
  }

  boolean hasCourse(String code) {
    Link course = input.resolved.courses().find(code);
    return course.isFound() && input.deliverable.hasCourse(course.number());
  }

  /** The code of a course that a cell names in whatever way. */
  String codeOf(String name) {
    Link course = input.resolved.courses().find(name);
    return course.isFound() ? input.resolved.courses().code(course.number()) : name;
  }

  void courseCode(Map<Field, String> values, Link course) {
    if (course.isFound()) {
      values.put(Field.COURSE, input.resolved.courses().code(course.number()));
    }
  }

  /** What somebody whom a cell names is referred to by; nothing where they are left out. */
  Optional<String> orLeftOut(RosterRow row, Field field, String name) {
    Link person = input.resolved.user(name);
    if (!person.isFound()) {
      return Optional.of(name);
    }
    if (has(person.number())) {
      return Optional.of(of(person.number()));
    }
    input.receiver.dropped(
        row.place(),
        field,
        name,
        "The user " + Quoted.value(name) + " is left out, so the row does without.");
    return Optional.empty();
  }

  /** Names the instructors by their accounts, without those who are left out. */
  void instructors(RosterRow row, Map<Field, String> values) {
    String list = values.remove(Field.INSTRUCTORS);
    if (list != null && !list.equals(Cleared.WORD)) {
      List<String> named = new ArrayList<>();
      for (String name : Instructors.of(list)) {
        orLeftOut(row, Field.INSTRUCTORS, name).ifPresent(named::add);
      }
      ComparisonInput.put(values, Field.INSTRUCTORS, String.join("; ", named));
    }
  }

  /** What the roster refers to somebody by whom an export names. */
  String held(String name) {
    int account = input.known.accountOf(name);
    if (account < 0) {
      return name;
    }
    int person = input.resolved.people().ofAccount(account);
    String asked = person < 0 ? "" : of(person);
    return asked.isEmpty() ? input.known.nameOnPlatform(account) : asked;
  }
}
