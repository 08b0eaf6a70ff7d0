package neatroster.core.compare;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.state.KnownMemberships;
import neatroster.core.text.PairIndex;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Memberships;

/** What the memberships that are asked for change. */
final class EnrollmentChanges implements Memberships.Receiver {
  private static final int NONE = -1;

  private final ComparisonInput input;
  private final KnownMemberships memberships;
  private final References references;
  private final KnownEnrollments knownEnrollments;

  /** By person the number of who is enrolled, plus two; 0 where it was not asked. */
  private final int[] whoOfPerson;

  private final PairIndex places = new PairIndex();

  /** For a role and what is known of an enrollment whether they are one: 1 or 0. */
  private final PairIndex sameRole = new PairIndex();

  EnrollmentChanges(ComparisonInput input, References references) {
    this.input = input;
    this.memberships = input.memberships;
    this.references = references;
    this.knownEnrollments = new KnownEnrollments(input);
    whoOfPerson = new int[input.resolved.people().count()];
  }

  @Override
  public void leftOut(RosterRow row, int line, String why) {
    input.leaveOut(row, line, why);
  }

  @Override
  public void membership(Membership asked) {
    if (asked.source() == Membership.Source.ACCOUNT && asked.account().isOnPlatform()) {
      // No sheet asks for it any more.
      return;
    }
    int person = asked.person();
    boolean isPerson = person >= 0;
    if (isPerson && !references.has(person)) {
      withoutAccount(asked);
    } else if (isPerson && asked.course() >= 0 && input.known.tells(Table.ENROLLMENTS)) {
      int seat = memberships.enrollment(who(person), place(asked));
      if (seat >= 0
          && !asked.isMoreThanARole()
          && isSameRole(asked, seat)
          && (asked.group() >= 0 || !memberships.hasOthers(seat))) {
        // Of a large roster these are nearly all.
        input.asked.enrollments().set(seat);
      } else {
        enroll(asked);
      }
    } else {
      enroll(asked);
    }
  }

  /** Who has no account yet is in no course; of others than rows of their own it is said there. */
  private void withoutAccount(Membership asked) {
    if (asked.source() == Membership.Source.ROW) {
      input.leaveOut(
          asked.row(), asked.line(), ComparisonInput.leftOutToo("user", asked.nameOfPerson()));
    }
  }

  private int who(int person) {
    if (whoOfPerson[person] == 0) {
      whoOfPerson[person] = memberships.who(references.heldAs(person)) + 2;
    }
    return whoOfPerson[person] - 2;
  }

  private int place(Membership asked) {
    int place = places.find(asked.course(), asked.group() + 1);
    if (place == PairIndex.NEW) {
      place = memberships.place(asked.courseCode(), asked.groupName()) + 1;
      places.putIfNew(asked.course(), asked.group() + 1, place);
    }
    return place - 1;
  }

  private boolean isSameRole(Membership asked, int seat) {
    if (!asked.saysRole()) {
      return true;
    }
    if (asked.roleNumber() < 0) {
      return false;
    }
    int detail = memberships.detailNumberOf(seat);
    int same = sameRole.find(asked.roleNumber(), detail);
    if (same == PairIndex.NEW) {
      String there = memberships.roleOf(seat);
      same = asked.role().equals(there.isEmpty() ? input.settings.defaultRole() : there) ? 1 : 0;
      sameRole.putIfNew(asked.roleNumber(), detail, same);
    }
    return same == 1;
  }

  private Map<Field, String> values(Membership asked) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (Field field : Phase.ENROLLMENTS.fields()) {
      ComparisonInput.put(
          values,
          field,
          switch (field) {
            case USER -> asked.person() >= 0 ? references.of(asked.person()) : asked.name();
            case COURSE -> asked.courseCode();
            case GROUP -> asked.groupName();
            case ROLE -> asked.role();
            default -> asked.text(field);
          });
    }
    return values;
  }

  private Map<String, String> own(Membership asked) {
    Map<String, String> own = new LinkedHashMap<>();
    for (OwnField field : input.settings.reading().ownFields()) {
      if (field.table() == Table.ENROLLMENTS) {
        own.put(field.name(), asked.own(field));
      }
    }
    return own;
  }

  private String heldAs(Membership asked) {
    return asked.person() >= 0 ? references.heldAs(asked.person()) : asked.name();
  }

  private void enroll(Membership asked) {
    Map<Field, String> values = values(asked);
    String who = values.getOrDefault(Field.USER, "");
    String heldAs = heldAs(asked);
    String inCourse = asked.courseCode();
    String inGroup = asked.groupName();
    KnownEnrollments.Wanted wanted =
        new KnownEnrollments.Wanted(
            who,
            heldAs,
            inCourse,
            inGroup,
            asked.saysRole() ? asked.role() : "",
            values,
            own(asked),
            asked.place());
    int seat = memberships.enrollment(heldAs, inCourse, inGroup);
    if (seat >= 0) {
      knownEnrollments.inPlace(wanted, seat);
      if (inGroup.isEmpty() && memberships.hasOthers(seat) && !asked.clears(Field.GROUP)) {
        knownEnrollments.inAnyGroup(wanted);
      }
      return;
    }
    boolean isThere = !inCourse.isEmpty() && memberships.seats(heldAs, inCourse).length > 0;
    if (isThere && inGroup.isEmpty() && !asked.clears(Field.GROUP)) {
      // No group is asked for: whichever the platform has them in, they are in the course.
      knownEnrollments.inAnyGroup(wanted);
      return;
    }
    RowValues.dates(values, input.today);
    if (isThere) {
      knownEnrollments.inCourse(wanted);
    } else if (input.policy.of(Table.ENROLLMENTS).skipsNew()) {
      input.skip(Table.ENROLLMENTS, who + " " + inCourse, wanted.place());
    } else if (!memberships.isGone(heldAs, inCourse, inGroup)
        || !input.staysGone(Table.ENROLLMENTS, who + " " + inCourse, wanted.place())) {
      input.receiver.change(
          new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, values, wanted.own())
              .because(PlannedChange.NEW, wanted.place()));
    }
  }

  /** Ends an enrollment; a row without a group ends all that somebody has in the course. */
  @Override
  public void ended(Membership asked) {
    if (asked.person() >= 0 && !references.has(asked.person())) {
      withoutAccount(asked);
      return;
    }
    String heldAs = heldAs(asked);
    String course = asked.courseCode();
    String group = asked.groupName();
    int[] seats =
        group.isEmpty() && !course.isEmpty()
            ? memberships.seats(heldAs, course)
            : new int[] {memberships.enrollment(heldAs, course, group)};
    if (Arrays.stream(seats).anyMatch(seat -> seat != NONE)) {
      for (int seat : seats) {
        withdraw(seat, ComparisonInput.why(Change.WITHDRAW), asked.place());
      }
    } else if (!input.known.tells(Table.ENROLLMENTS) && mayBeThere(heldAs)) {
      // Where nothing is known of who is where, the platform may have it.
      Map<Field, String> values = values(asked);
      RowValues.dates(values, input.today);
      input.receiver.change(
          new PlannedChange(Phase.WITHDRAWALS, Change.WITHDRAW, values, own(asked))
              .because(ComparisonInput.why(Change.WITHDRAW), asked.place()));
    }
  }

  /** Whether the platform may have somebody: not by an account that we made and never delivered. */
  private boolean mayBeThere(String username) {
    int account = input.known.users().findUsername(username);
    return account < 0
        || !input.known.users().isIssued(account)
        || input.known.users().isOnPlatform(account);
  }

  /** Takes somebody out of where the platform has them, once. */
  private void withdraw(int seat, String why, Place place) {
    input.asked.enrollments().set(seat);
    Withdrawals.of(input, seat, why, place);
  }

  /** Settles who changes groups, when all rows were seen. */
  void settle() {
    knownEnrollments.settle();
  }
}
