package neatroster.sheets;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Counts what a OneRoster delivery tells that no table of ours has room for. */
final class OneRosterUnread {
  /** The columns that are read, or say nothing but how rows belong together. */
  private static final Map<String, Set<String>> READ =
      Map.of(
          "users.csv",
          read(
              OneRosterColumn.OF_USERS,
              "sourcedId",
              "dateLastModified",
              "enabledUser",
              "sms",
              "orgSourcedIds"),
          "classes.csv",
          read(OneRosterColumn.OF_CLASSES, "sourcedId", "dateLastModified", "classType"),
          "courses.csv",
          Set.of(
              "sourcedId",
              "status",
              "dateLastModified",
              "title",
              "courseCode",
              "orgSourcedId",
              "schoolYearSourcedId"),
          "demographics.csv",
          Set.of("sourcedId", "status", "dateLastModified", "birthDate"));

  private static final Set<String> READ_FILES =
      Set.of(
          OneRosterArchive.MANIFEST,
          "orgs.csv",
          "academicsessions.csv",
          "courses.csv",
          "classes.csv",
          "users.csv",
          "roles.csv",
          "demographics.csv",
          "enrollments.csv");

  private static final int MOST_NAMED = 20;

  private final Map<String, Integer> counts = new TreeMap<>();
  private final List<String> files = new ArrayList<>();

  private static Set<String> read(List<OneRosterColumn> columns, String... more) {
    Set<String> names = new HashSet<>(Set.of(more));
    columns.forEach(column -> names.add(column.name()));
    return names;
  }

  /** Counts what of a row is not read. */
  void row(String file, Map<String, String> row) {
    Set<String> read = READ.getOrDefault(file, Set.of());
    row.forEach(
        (header, value) -> {
          if (!value.isBlank() && !read.contains(header) && !header.startsWith("metadata.")) {
            count(file, header);
          }
        });
    for (Map.Entry<String, String> one :
        Map.of(
                "agentSourcedIds", "further agents",
                "orgSourcedIds", "further orgs",
                "termSourcedIds", "further terms")
            .entrySet()) {
      if (row.getOrDefault(one.getKey(), "").strip().indexOf(',') > 0) {
        count(file, one.getValue());
      }
    }
    boolean hasTwoNumbers =
        !row.getOrDefault("phone", "").isBlank()
            && !row.getOrDefault("sms", "").isBlank()
            && !row.get("phone").equals(row.get("sms"));
    if (hasTwoNumbers) {
      count(file, "sms beside phone");
    }
  }

  void count(String file, String what) {
    counts.merge(what + " (" + file + ")", 1, Integer::sum);
  }

  /** Notes the files that are not read at all. */
  void countFiles(OneRosterArchive zip) {
    for (String file : zip.files()) {
      if (file.endsWith(".csv") && !READ_FILES.contains(file)) {
        files.add(file);
      }
    }
  }

  /** What is not read, each with how often, in words. */
  List<String> text() {
    List<String> all = new ArrayList<>();
    counts.forEach(
        (what, count) -> all.add(what + " in " + count + (count == 1 ? " row" : " rows")));
    files.forEach(file -> all.add("the file " + file));
    if (all.size() > MOST_NAMED) {
      int more = all.size() - MOST_NAMED;
      all.subList(MOST_NAMED, all.size()).clear();
      all.add(more + " more");
    }
    return all;
  }
}
