package neatroster.formats;

import java.io.IOException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.core.model.Field;

/**
 * What OneRoster's people are in: orgs for the school and its sites, academic sessions for when
 * classes are, catalog courses, classes. What others refer to is in every delivery.
 */
final class OneRosterPlaces {
  private static final String ORG = "org";

  /** In this month a school year begins, where nothing says when a class is. */
  private static final int FIRST_MONTH = 8;

  private final BatchBackground background;
  private final OneRosterZip zip;
  private final Marker marker;
  private final Consumer<String> notCarried;
  private final Set<String> orgs = new HashSet<>();
  private final Set<String> sessions = new HashSet<>();
  private final Set<String> catalog = new HashSet<>();

  /** The orgs of the classes of this delivery, by the course's code. */
  private final Map<String, String> orgOfCourse = new HashMap<>();

  /** Marks rows of a delta. */
  @FunctionalInterface
  interface Marker {
    /** Says in a row whether the thing is there, or is to be deleted. */
    void mark(Map<String, String> row, boolean isThere);
  }

  /**
   * Places.
   *
   * @param notCarried is told what is written otherwise than it was said
   */
  OneRosterPlaces(
      BatchBackground background, OneRosterZip zip, Marker marker, Consumer<String> notCarried) {
    this.notCarried = notCarried;
    this.background = background;
    this.zip = zip;
    this.marker = marker;
  }

  /**
   * The org of a site, which is written if it was not.
   *
   * @param site a path, or blank for the school as a whole
   */
  String org(String site) throws IOException {
    String id = background.ids().of(ORG, site);
    if (!orgs.add(site) || background.ids().isExported(ORG, site)) {
      return id;
    }
    int last = site.lastIndexOf('/');
    Map<String, String> row = new HashMap<>();
    if (!site.isEmpty()) {
      row.put("parentSourcedId", org(last < 0 ? "" : site.substring(0, last).strip()));
    }
    String school = background.school().isEmpty() ? "School" : background.school();
    row.put("sourcedId", id);
    marker.mark(row, true);
    row.put("name", site.isEmpty() ? school : site.substring(last + 1).strip());
    row.put("type", site.isEmpty() || last < 0 ? "school" : "department");
    row.put("identifier", site);
    zip.row(OneRosterFile.ORGS, row);
    return id;
  }

  /** The org of a course, written in this delivery or known before. */
  String orgOfCourse(String code) throws IOException {
    String org = orgOfCourse.get(code);
    if (org == null) {
      org = org(background.whole().course(code).getOrDefault(Field.SITE, ""));
      orgOfCourse.put(code, org);
    }
    return org;
  }

  /** Writes our course as a class, and the catalog course that it is one of. */
  void course(
      String code,
      Map<Field, String> whole,
      Map<String, String> own,
      OneRosterEarlierRows earlier,
      boolean isThere)
      throws IOException {
    String org = org(whole.getOrDefault(Field.SITE, ""));
    orgOfCourse.put(code, org);
    String title = whole.getOrDefault(Field.TITLE, "");
    String id = background.ids().of("class", code);
    String catalogCode = whole.getOrDefault(Field.CATALOG_CODE, code);
    String course = earlier.courseKept(id, code, background.whole().course(code), catalogCode);
    if (course.isEmpty()) {
      course = catalog(catalogCode, title, org);
    }
    Map<String, String> row = earlier.theClass(id);
    row.put("sourcedId", id);
    marker.mark(row, isThere && !whole.getOrDefault(Field.STATUS, "").equals("removed"));
    row.put("title", title.isEmpty() ? code : title);
    row.put("courseSourcedId", course);
    row.put("classCode", code);
    row.putIfAbsent("classType", "scheduled");
    row.put("schoolSourcedId", org);
    String terms = earlier.termsKept(id, background.whole().course(code), whole);
    row.put("termSourcedIds", terms.isEmpty() ? session(whole) : terms);
    own.forEach((name, value) -> row.put(OneRosterZip.metadata(name), value));
    zip.row(OneRosterFile.CLASSES, row);
  }

  private String catalog(String code, String title, String org) throws IOException {
    String id = background.ids().of("course", code);
    if (catalog.add(code) && !background.ids().isExported("course", code)) {
      Map<String, String> row = new HashMap<>();
      row.put("sourcedId", id);
      marker.mark(row, true);
      row.put("title", title.isEmpty() ? code : title);
      row.put("courseCode", code);
      row.put("orgSourcedId", org);
      zip.row(OneRosterFile.COURSES, row);
    }
    return id;
  }

  /** When a class is: its term, or the school year where nothing is said. */
  private String session(Map<Field, String> course) throws IOException {
    String starts = date(course.getOrDefault(Field.STARTS, ""));
    String ends = date(course.getOrDefault(Field.ENDS, ""));
    String term = course.getOrDefault(Field.TERM, "");
    LocalDate first = starts.isEmpty() ? null : LocalDate.parse(starts);
    LocalDate last = ends.isEmpty() ? null : LocalDate.parse(ends);
    boolean isTerm = first != null || last != null;
    if (first == null ^ last == null) {
      // A session has two days: the other one is that of the school year.
      notCarried.accept(
          first == null
              ? "course that only says when it ends, written from the first day of the school year on"
              : "course that only says when it starts, written to the last day of the school year");
      LocalDate begins = LocalDate.of(yearOf(first == null ? last : first) - 1, FIRST_MONTH, 1);
      first = first == null ? begins : first;
      last = last == null ? begins.plusYears(1).minusDays(1) : last;
    } else if (!isTerm) {
      first = LocalDate.of(yearOf(background.today()) - 1, FIRST_MONTH, 1);
      last = first.plusYears(1).minusDays(1);
    }
    String title = term.isEmpty() ? isTerm ? first + " – " + last : "" : term;
    String year = first.getYear() + "/" + last.getYear();
    String id = background.ids().of("session", first + " " + last + " " + title);
    if (sessions.add(id)) {
      Map<String, String> row = new HashMap<>();
      row.put("sourcedId", id);
      marker.mark(row, true);
      row.put("title", title.isEmpty() ? year : title);
      row.put("type", isTerm || !term.isEmpty() ? "term" : "schoolYear");
      row.put("startDate", first.toString());
      row.put("endDate", last.toString());
      row.put("schoolYear", String.valueOf(yearOf(last)));
      zip.row(OneRosterFile.ACADEMIC_SESSIONS, row);
    }
    return id;
  }

  /** The year in which the school year of a day ends. */
  private static int yearOf(LocalDate day) {
    return day.getMonthValue() >= FIRST_MONTH ? day.getYear() + 1 : day.getYear();
  }

  /** A date, where it is one: what is counted from the day of enrolling says no day. */
  static String date(String text) {
    return text.length() == 10 && text.charAt(4) == '-' && text.charAt(7) == '-' ? text : "";
  }
}
