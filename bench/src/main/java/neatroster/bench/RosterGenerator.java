package neatroster.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;

/** Writes a sound roster of any size as CSV; the same numbers give the same files. */
public final class RosterGenerator {
  private static final String[] GIVEN = {
    "Amira", "Bo", "Chloe", "Dmitri", "Eero", "Fatou", "Gwilym", "Hana", "Isolde", "Jonas",
        "Katalin", "Leif", "Mele",
    "Noor", "Odalys", "Percival", "Quim", "Ravi", "Saoirse", "Tomas", "Ulla", "Vera", "Wei",
        "Ximena", "Yusuf", "Zoe"
  };

  private static final String[] FAMILY = {
    "Anchorsen", "Bowsprit", "Capstan", "Davits", "Ensign", "Fairlead", "Gangway", "Halyard",
        "Inglefield", "Jibsheet",
    "Keelson", "Lanyard", "Mizzen", "Nautilus", "Oarlock", "Pintle", "Quarterdeck", "Rudder",
        "Staysail", "Topmast"
  };

  private final int users;
  private final int courses;
  private final int groups;
  private final int enrollments;

  /** A roster with so many rows of each table. */
  public RosterGenerator(int users, int courses, int groups, int enrollments) {
    this.users = users;
    this.courses = courses;
    this.groups = groups;
    this.enrollments = enrollments;
  }

  /**
   * Writes {@code users.csv}, {@code courses.csv}, {@code groups.csv} and {@code enrollments.csv}.
   */
  public void write(Path folder) throws IOException {
    Files.createDirectories(folder);
    try (BufferedWriter out = Files.newBufferedWriter(folder.resolve("courses.csv"))) {
      out.write("code,title,category,starts,ends\n");
      for (int i = 0; i < courses; i++) {
        out.write(course(i) + ",Seamanship part 5" + i + ",Deck,2027-01-11,2027-06-18\n");
      }
    }
    try (BufferedWriter out = Files.newBufferedWriter(folder.resolve("groups.csv"))) {
      out.write("course,name\n");
      for (int i = 0; i < groups; i++) {
        out.write(course(i % courses) + ",Watch " + i / courses + "\n");
      }
    }
    try (BufferedWriter out = Files.newBufferedWriter(folder.resolve("users.csv"))) {
      out.write("id,username,given name,family name,email\n");
      for (int i = 0; i < users; i++) {
        String given = GIVEN[i % GIVEN.length];
        String family = FAMILY[i / GIVEN.length % FAMILY.length];
        out.write(
            (100_000_000 + i)
                + ","
                + username(i)
                + ","
                + given
                + ","
                + family
                + ","
                + username(i)
                + "@cadets.gannet-point.example\n");
      }
    }
    SplittableRandom random = new SplittableRandom(1);
    try (BufferedWriter out = Files.newBufferedWriter(folder.resolve("enrollments.csv"))) {
      out.write("user,course,role,group\n");
      for (int i = 0; i < enrollments; i++) {
        // Each user takes neighbouring courses from a random one on, so that no pair comes twice.
        int user = i % users;
        int round = i / users;
        int first = new SplittableRandom(user).nextInt(courses);
        int course = (first + round) % courses;
        int groupsOfCourse = groups / courses + (course < groups % courses ? 1 : 0);
        String group = groupsOfCourse == 0 ? "" : "Watch " + random.nextInt(groupsOfCourse);
        out.write(username(user) + "," + course(course) + ",learner," + group + "\n");
      }
    }
  }

  private static String course(int number) {
    return "SEA-" + (10_000 + number);
  }

  private static String username(int number) {
    return GIVEN[number % GIVEN.length].toLowerCase(java.util.Locale.ROOT) + "." + number;
  }

  /** Writes a roster: {@code FOLDER USERS COURSES GROUPS ENROLLMENTS}. */
  public static void main(String[] args) throws IOException {
    if (args.length != 5) {
      System.err.println("Give FOLDER USERS COURSES GROUPS ENROLLMENTS");
      System.exit(2);
    }
    new RosterGenerator(
            Integer.parseInt(args[1]),
            Integer.parseInt(args[2]),
            Integer.parseInt(args[3]),
            Integer.parseInt(args[4]))
        .write(Path.of(args[0]));
  }
}
