package neatroster.core.arrange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Deliverable;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.roster.GroupMembers;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.PersonReference;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;

/** The people of a checked roster, as they can be moved. */
public final class CoursePeople {
  private final Settings settings;
  private final ResolvedRoster resolved;
  private final Deliverable deliverable;
  private final List<String> withoutReference = new ArrayList<>();
  private final List<String> notListed = new ArrayList<>();

  /** The people of a roster. */
  public CoursePeople(Settings settings, CheckResult checked) {
    this.settings = settings;
    this.resolved = checked.resolved();
    this.deliverable = Deliverable.of(checked);
  }

  /** The names of people whom no row can refer to, for they have neither account nor mark. */
  public List<String> withoutReference() {
    return withoutReference;
  }

  /** The names of people who are in a course and in no list of users: they have left, or will. */
  public List<String> notListed() {
    return notListed;
  }

  /** Who is in a course in a role, each once, with the group. */
  public List<ArrangedPerson> of(int course, String role) {
    Map<Integer, String> groups = new LinkedHashMap<>();
    GroupMembers members = new GroupMembers(resolved);
    resolved
        .rows()
        .read(
            Table.ENROLLMENTS,
            (row, line) -> {
              Link user = resolved.user(row, line);
              Link in = resolved.course(row);
              boolean counts =
                  user.isFound()
                      && !deliverable.isFaulty(line)
                      && !row.text(Field.STATUS).equals("ended")
                      && !resolved.isMovedAway(row, user, in);
              if (counts && in.isTo(course) && isRole(row, role)) {
                groups.merge(
                    user.number(), row.text(Field.GROUP), (one, two) -> one.isEmpty() ? two : one);
              } else if (counts) {
                members.add(row, line);
              }
            });
    resolved
        .rows()
        .read(
            Table.ENROLLMENTS,
            (row, line) -> {
              Link all = row.has(Field.USER) ? Link.BLANK : resolved.membersOf(row);
              if (all.isFound()
                  && resolved.course(row).isTo(course)
                  && !deliverable.isFaulty(line)
                  && isRole(row, role)) {
                members.of(all).forEach(user -> groups.putIfAbsent(user, row.text(Field.GROUP)));
              }
            });
    List<ArrangedPerson> people = new ArrayList<>();
    groups.forEach((person, group) -> add(people, person, group));
    return people;
  }

  private boolean isRole(RosterRow row, String role) {
    String said = settings.roles().role(row.text(Field.ROLE)).orElse(settings.defaultRole());
    return role.isEmpty() || said.equals(role);
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
    Names.Parts name =
        record
            .map(PersonRecord::name)
            .filter(parts -> !(parts.given() + parts.family()).isEmpty())
            .orElseGet(
                () -> Names.split(account.map(known -> known.person().fullName()).orElse("")));
    String shown = Names.shown(name);
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
