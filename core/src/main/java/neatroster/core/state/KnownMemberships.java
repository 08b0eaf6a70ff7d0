package neatroster.core.state;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.text.IntList;
import neatroster.core.text.IntLists;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/**
 * Who is in which course and group of the platform, in which role and when. Statements are put one
 * after the other, the oldest first; a time is the number of a statement.
 */
public final class KnownMemberships {
  /** What stands for a role or a date that nothing tells. */
  public static final String UNTOLD = "\uFFFF";

  private static final int NONE = -1;

  private static final List<Field> DETAILS = List.of(Field.ROLE, Field.STARTS, Field.ENDS);

  /** Behind the lengths of the parts of a key. */
  private static final char BEHIND = ':';

  private final KeyIndex whos = KeyIndex.exact();

  /** Courses with a group or without, and for each of these the number of its course. */
  private final KeyIndex places = KeyIndex.exact();

  private final IntList courseOfPlace = new IntList();
  private final KeyIndex coursesOfPlaces = KeyIndex.exact();

  /** The number of a membership by who and where. */
  private final PairIndex numbers = new PairIndex();

  private final IntList whoOf = new IntList();
  private final IntList placeOf = new IntList();

  /** Role, start and end, each combination once. */
  private final KeyIndex details = KeyIndex.exact();

  /** What two of them make together. */
  private final PairIndex mergedDetails = new PairIndex();

  private final IntList detailOf = new IntList();

  /** What was last delivered of a membership, or -1. */
  private final IntList deliveredDetail = new IntList();

  private final IntList saidAt = new IntList();
  private final BitSet active = new BitSet();

  /** The memberships that we ended ourselves. */
  private final BitSet withdrawn = new BitSet();

  /** Whom only the list of courses names, as their instructor. */
  private final BitSet instructors = new BitSet();

  private boolean tellsGroups;
  private final Listings listings = new Listings();

  /** For each user and course the memberships there, by number. */
  private final PairIndex seats = new PairIndex();

  private final IntLists membershipsOfSeat = new IntLists();
  private int seatCount;

  /** The memberships that the platform has; made when it is first asked for them. */
  private BitSet there;

  /** The number of somebody, who may be new. */
  public int addWho(String username) {
    return whos.add(username.toLowerCase(Locale.ROOT));
  }

  /** The number of a course's group, or of a course without one, which may be new. */
  public int addPlace(String course, String group) {
    int place = places.add(key(course, group, ""));
    if (place == courseOfPlace.size()) {
      courseOfPlace.add(coursesOfPlaces.add(course));
    }
    return place;
  }

  /** The number of what a membership says beside who and where, which may be new. */
  public int addDetail(String role, String starts, String ends) {
    return details.add(key(role, starts, ends));
  }

  /** Notes that something says who is in which groups. */
  public void tellGroups() {
    tellsGroups = true;
  }

  /**
   * Notes that the people of courses were listed to the end, once all lists of that time are put.
   *
   * @param courses the courses by the numbers of {@link #courseOfPlace}; of those of no course
   *     there is no such list
   */
  public void list(BitSet courses, int at) {
    there = null;
    courses.stream()
        .filter(course -> !coursesOfPlaces.text(course).isEmpty())
        .forEach(course -> listings.list(course, at));
  }

  /** Notes that everything was listed. */
  public void listAll(int at) {
    there = null;
    listings.listAll(at);
  }

  /** The number of the course of a place. */
  public int courseOfPlace(int place) {
    return courseOfPlace.get(place);
  }

  /**
   * Puts what a list says of somebody in a place; of several rows of one time the first counts.
   *
   * @param hasGroups whether the list tells of groups at all
   */
  public void put(int who, int place, int detail, boolean isEnded, boolean hasGroups, int at) {
    if (!hasGroups && !isEnded && isPutInGroups(who, place, detail, at)) {
      return;
    }
    int number = add(who, place, detail);
    int before = detailOf.get(number);
    if (saidAt.get(number) != at) {
      // What was known of one that ended says nothing of a later one.
      boolean wasThere = isSaidThere(number);
      say(number, isEnded, at);
      detailOf.set(number, wasThere ? merged(before, detail) : detail);
    } else {
      detailOf.set(number, merged(detail, before));
    }
  }

  /** A list without groups says of whoever is in groups of a course that they are there still. */
  private boolean isPutInGroups(int who, int place, int detail, int at) {
    boolean isPut = false;
    int seat = seats.find(who, courseOfPlace.get(place));
    for (int number : seat == PairIndex.NEW ? new int[0] : membershipsOfSeat.of(seat)) {
      if (isSaidThere(number)) {
        isPut = true;
        if (saidAt.get(number) != at) {
          say(number, false, at);
          detailOf.set(number, merged(detailOf.get(number), detail));
        }
      }
    }
    return isPut;
  }

  private int add(int who, int place, int detail) {
    int known = numbers.putIfNew(who, place, whoOf.size());
    if (known != PairIndex.NEW) {
      return known;
    }
    int number = whoOf.size();
    whoOf.add(who);
    placeOf.add(place);
    detailOf.add(detail);
    deliveredDetail.add(NONE);
    saidAt.add(0);
    int seat = seats.putIfNew(who, courseOfPlace.get(place), seatCount);
    membershipsOfSeat.add(seat == PairIndex.NEW ? seatCount++ : seat, number);
    return number;
  }

  private void say(int number, boolean isEnded, int at) {
    there = null;
    saidAt.set(number, at);
    active.set(number, !isEnded);
    withdrawn.clear(number);
    instructors.clear(number);
  }

  /**
   * A detail with what an older one tells and it does not. Nobody is in a course as nothing: a
   * blank role tells nothing where another is told.
   */
  private int merged(int older, int newer) {
    if (older == newer) {
      return newer;
    }
    int known = mergedDetails.find(older, newer);
    if (known != PairIndex.NEW) {
      return known;
    }
    String old = details.text(older);
    String text = details.text(newer);
    String role = or(part(text, 0), old, 0);
    int merged =
        addDetail(
            role.isEmpty() ? part(old, 0) : role,
            or(part(text, 1), old, 1),
            or(part(text, 2), old, 2));
    mergedDetails.putIfNew(older, newer, merged);
    return merged;
  }

  private static String or(String told, String old, int part) {
    return told.equals(UNTOLD) ? part(old, part) : told;
  }

  /**
   * Puts that the list of courses names an instructor, unless anything else tells of them there.
   */
  public void putInstructor(int who, int place, int at) {
    int course = courseOfPlace.get(place);
    int seat = seats.find(who, course);
    boolean isKnown =
        seat != PairIndex.NEW
            && Arrays.stream(membershipsOfSeat.of(seat))
                .anyMatch(number -> isSaidThere(number) || saidAt.get(number) >= at);
    if (!isKnown && !listings.isSince(course, at)) {
      int detail = addDetail("instructor", UNTOLD, UNTOLD);
      int number = add(who, place, detail);
      say(number, false, at);
      detailOf.set(number, detail);
      // A list of instructors is no list of who is in the course.
      instructors.set(number);
    }
  }

  /** Puts what we delivered. */
  public void apply(PlannedChange change, int who, int at) {
    String course = change.value(Field.COURSE);
    String group = given(change.value(Field.GROUP));
    int place = addPlace(course, group);
    if (change.change() == Change.WITHDRAW) {
      end(who, place, at);
      return;
    }
    int from = place;
    if (change.change() == Change.REGROUP) {
      from = addPlace(course, given(change.before().getOrDefault(Field.GROUP, "")));
    }
    int old = numbers.find(who, from);
    int detail = detail(change, old == PairIndex.NEW ? NONE : detailOf.get(old));
    int delivered = detail(change, old == PairIndex.NEW ? NONE : deliveredDetail.get(old));
    if (from != place) {
      end(who, from, at);
      if (group.isEmpty() && isIn(who, courseOfPlace.get(place))) {
        // Whoever leaves one of their groups is in the course by the others.
        return;
      }
    }
    int number = add(who, place, detail);
    say(number, false, at);
    detailOf.set(number, detail);
    deliveredDetail.set(number, delivered);
  }

  private boolean isIn(int who, int course) {
    int seat = seats.find(who, course);
    return seat != PairIndex.NEW
        && Arrays.stream(membershipsOfSeat.of(seat)).anyMatch(this::isSaidThere);
  }

  private void end(int who, int place, int at) {
    int number = add(who, place, addDetail(UNTOLD, UNTOLD, UNTOLD));
    say(number, true, at);
    withdrawn.set(number);
  }

  /** What a change says of role and dates, over what was before; an enrollment says all. */
  private int detail(PlannedChange change, int before) {
    boolean isNew = change.change() == Change.ENROLL;
    String[] parts = new String[3];
    for (int part = 0; part < parts.length; part++) {
      String value = change.value(DETAILS.get(part));
      String old = before == NONE ? UNTOLD : part(details.text(before), part);
      parts[part] = value.isEmpty() && !isNew ? old : given(value);
    }
    return addDetail(parts[0], parts[1], parts[2]);
  }

  private static String given(String value) {
    return value.equals(Cleared.WORD) ? "" : value;
  }

  private boolean isSaidThere(int number) {
    return active.get(number) && !listings.isSince(courseNumberOf(number), saidAt.get(number));
  }

  private BitSet there() {
    if (there == null) {
      there = new BitSet();
      for (int number = 0; number < whoOf.size(); number++) {
        there.set(number, isSaidThere(number));
      }
    }
    return there;
  }

  /** The number of somebody who is enrolled anywhere, or -1. */
  public int who(String username) {
    return whos.find(username.toLowerCase(Locale.ROOT));
  }

  /** The number of a course's group, or of a course without one, where anybody is in it; or -1. */
  public int place(String course, String group) {
    return places.find(key(course, group, ""));
  }

  /** The number of a membership that the platform has, by the numbers of who and where; or -1. */
  public int enrollment(int who, int place) {
    int number = who < 0 || place < 0 ? PairIndex.NEW : numbers.find(who, place);
    return number == PairIndex.NEW || !there().get(number) ? NONE : number;
  }

  /** The number of a membership that the platform has, or -1. */
  public int enrollment(String username, String course, String group) {
    return enrollment(who(username), place(course, group));
  }

  /** Whether the platform has somebody in a course, and in a group of it where one is named. */
  public boolean has(String username, String course, String group) {
    return enrollment(username, course, group) >= 0;
  }

  /** Whether a membership was delivered that the platform has no more, not by our doing. */
  public boolean isGone(String username, String course, String group) {
    int who = who(username);
    int place = place(course, group);
    int number = who < 0 || place < 0 ? PairIndex.NEW : numbers.find(who, place);
    return number != PairIndex.NEW
        && !there().get(number)
        && !withdrawn.get(number)
        && deliveredDetail.get(number) != NONE;
  }

  /** The number of the course that a membership is in. */
  public int courseNumberOf(int number) {
    return courseOfPlace.get(placeOf.get(number));
  }

  /** The code of a course by its number among those of memberships, or empty. */
  public String courseOfNumber(int course) {
    return coursesOfPlaces.text(course);
  }

  /** The number of what a membership says beside who and where. */
  public int detailNumberOf(int number) {
    return detailOf.get(number);
  }

  /** The memberships of whom one is about in its course, in whatever groups. */
  public int[] besides(int number) {
    return there(membershipsOfSeat.of(seats.find(whoOf.get(number), courseNumberOf(number))));
  }

  private int[] there(int[] some) {
    BitSet all = there();
    return some.length == 1 && all.get(some[0])
        ? some
        : Arrays.stream(some).filter(all::get).toArray();
  }

  /** Whether whom a membership is about has others in its course. */
  public boolean hasOthers(int number) {
    int seat = seats.find(whoOf.get(number), courseNumberOf(number));
    return membershipsOfSeat.hasSeveral(seat) && there(membershipsOfSeat.of(seat)).length > 1;
  }

  /** Whether a membership says no more than another: whoever is in a group is in its course. */
  public boolean isSaidByGroup(int number) {
    return groupOf(number).isEmpty() && !courseOf(number).isEmpty() && hasOthers(number);
  }

  /** The numbers of the memberships of somebody in a course, in whatever groups. */
  public int[] seats(String username, String course) {
    int who = who(username);
    int in = coursesOfPlaces.find(course);
    int seat = who < 0 || in < 0 ? PairIndex.NEW : seats.find(who, in);
    return seat == PairIndex.NEW ? new int[0] : there(membershipsOfSeat.of(seat));
  }

  /** How many memberships there are, beside those that only a list of instructors tells. */
  public int count() {
    BitSet listed = (BitSet) there().clone();
    listed.andNot(instructors);
    return listed.cardinality();
  }

  /** Hands on the numbers of the memberships. */
  public void each(IntConsumer membership) {
    there().stream().forEach(membership);
  }

  /** Who is in a membership: the username, in lower case. */
  public String username(int number) {
    return whos.text(whoOf.get(number));
  }

  /** The course of a membership, or empty. */
  public String courseOf(int number) {
    return part(places.text(placeOf.get(number)), 0);
  }

  /** The group of a membership, or empty. */
  public String groupOf(int number) {
    return part(places.text(placeOf.get(number)), 1);
  }

  /** The role of a membership; empty where nothing says it. */
  public String roleOf(int number) {
    return told(number, Field.ROLE).orElse("");
  }

  /** When a membership starts or ends; empty where nothing says it. */
  public String dateOf(int number, Field field) {
    return told(number, field).orElse("");
  }

  /** The role, start or end of a membership, be it blank, where anything tells it. */
  public Optional<String> told(int number, Field field) {
    return part(detailOf.get(number), field);
  }

  /** The role, start or end that a membership was last delivered with, if it ever was. */
  public Optional<String> delivered(int number, Field field) {
    int detail = deliveredDetail.get(number);
    return detail == NONE ? Optional.empty() : part(detail, field).filter(text -> !text.isEmpty());
  }

  private Optional<String> part(int detail, Field field) {
    return Optional.of(part(details.text(detail), DETAILS.indexOf(field)))
        .filter(text -> !text.equals(UNTOLD));
  }

  /** Whether anything says who is in which groups. */
  public boolean tellsGroups() {
    return tellsGroups;
  }

  /** Three texts as one; the lengths tell where each ends, whatever is in them. */
  private static String key(String first, String second, String third) {
    return first.length() + ":" + second.length() + BEHIND + first + second + third;
  }

  private static String part(String key, int part) {
    int firstEnd = key.indexOf(BEHIND);
    int secondEnd = key.indexOf(BEHIND, firstEnd + 1);
    int first = Integer.parseInt(key, 0, firstEnd, 10);
    int second = Integer.parseInt(key, firstEnd + 1, secondEnd, 10);
    int start = secondEnd + 1;
    return switch (part) {
      case 0 -> key.substring(start, start + first);
      case 1 -> key.substring(start + first, start + first + second);
      default -> key.substring(start + first + second);
    };
  }
}
