package neatroster.core.arrange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckResult;
import neatroster.core.grid.Place;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.PersonReference;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Memberships;
import neatroster.core.wanted.Wanted;

/** The people of a checked roster, as they can be moved. */
public final class CoursePeople {
  private static final Set<String> NO_LEARNERS =
      Set.of("instructor", "assistant", "observer", "manager");

  private final Settings settings;
  private final Wanted wanted;
  private final ResolvedRoster resolved;
  private final List<String> withoutReference = new ArrayList<>();
  private final List<String> notListed = new ArrayList<>();

  /** The people of a roster. */
  public CoursePeople(Settings settings, CheckResult checked) {
    this.settings = settings;
    this.wanted = checked.wanted();
    this.resolved = checked.resolved();
  }

  /** The names of people whom no row can refer to, for they have neither account nor mark. */
  public List<String> withoutReference() {
    return withoutReference;
  }

  /** The names of people who are in a course and in no list of users: they have left, or will. */
  public List<String> notListed() {
    return notListed;
  }

  /** The role of those who are divided and moved: the usual one, unless that is no learner's. */
  public static String roleOfLearners(Settings settings) {
    return NO_LEARNERS.contains(settings.defaultRole()) ? "learner" : settings.defaultRole();
  }

  /** Who has left a course by a row that holds, by what others refer to them by. */
  public Map<String, Place> whoHasLeft(int course) {
    Map<String, Place> left = new HashMap<>();
    wanted
        .memberships()
        .each(
            new Memberships.Receiver() {
              @Override
              public void membership(Membership one) {
                // Still there.
              }

              @Override
              public void ended(Membership one) {
                if (one.person() >= 0 && one.course() == course) {
                  left.put(PersonReference.of(resolved, one.person()), one.place());
                }
              }
            });
    return left;
  }

  /** Who is in a course in a role, each once, with the group; in any role where it is blank. */
  public List<ArrangedPerson> of(int course, String role) {
    Map<Integer, String> groups = new LinkedHashMap<>();
    wanted
        .memberships()
        .each(
            one -> {
              if (one.person() >= 0
                  && one.course() == course
                  && one.source() != Membership.Source.ACCOUNT
                  && (role.isEmpty() || one.role().equals(role))) {
                groups.merge(
                    one.person(), one.groupName(), (first, next) -> first.isEmpty() ? next : first);
              }
            });
    List<ArrangedPerson> people = new ArrayList<>();
    groups.forEach((person, group) -> add(people, person, group));
    return people;
  }

  /** Everybody whom the lists describe. */
  public List<ArrangedPerson> everybody() {
    List<ArrangedPerson> people = new ArrayList<>();
    for (int person = 0; person < resolved.people().count(); person++) {
      if (resolved.people().firstLine(person) >= 0) {
        add(people, person, "");
      }
    }
    return people;
  }

  private void add(List<ArrangedPerson> people, int person, String group) {
    List<Integer> lines = resolved.people().lines(person);
    Optional<PersonRecord> record =
        lines.isEmpty() ? Optional.empty() : Optional.of(PersonRecord.of(resolved.rows(), lines));
    Optional<KnownUser> account = resolved.people().knownAs(person);
    NameParts name =
        record
            .map(PersonRecord::name)
            .filter(parts -> !(parts.given() + parts.family()).isEmpty())
            .orElseGet(
                () -> NameParts.split(account.map(known -> known.person().fullName()).orElse("")));
    String shown = name.shown();
    if (lines.isEmpty() && resolved.rows().lists(Table.USERS)) {
      notListed.add(shown);
      return;
    }
    String reference = PersonReference.of(resolved, person);

    if (reference.isEmpty()) {
      withoutReference.add(shown);
      return;
    }
    String sorted = (name.family() + " " + name.given()).toLowerCase(Locale.ROOT);
    people.add(
        new ArrangedPerson(
            reference,
            sorted,
            shown.isEmpty() ? reference : shown,
            group,
            field -> value(record, account, field)));
  }

  private String value(Optional<PersonRecord> record, Optional<KnownUser> account, String name) {
    for (OwnField field : settings.reading().ownFields()) {
      if (field.table() == Table.USERS && field.name().equalsIgnoreCase(name)) {
        return record.map(row -> row.own(field)).orElse("");
      }
    }
    Field field = Field.named(name).orElseThrow();
    String said = record.map(row -> row.text(field)).orElse("");
    return said.isEmpty() && field == Field.USERNAME
        ? account.map(KnownUser::username).orElse("")
        : said;
  }
}
