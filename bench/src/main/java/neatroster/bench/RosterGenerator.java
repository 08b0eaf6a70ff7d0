package neatroster.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
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
  private final Kind kind;
  private final SplittableRandom slips = new SplittableRandom(7);

  /** A sound roster with so many rows of each table. */
  public RosterGenerator(int users, int courses, int groups, int enrollments) {
    this(users, courses, groups, enrollments, Kind.SOUND);
  }

  /** A roster with so many rows of each table. */
  public RosterGenerator(int users, int courses, int groups, int enrollments, Kind kind) {
    this.kind = kind;
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
    try (BufferedWriter out = writer(folder, "courses.csv")) {
      out.write("code,title,category,starts,ends\n");
      for (int i = 0; i < courses; i++) {
        out.write(course(i) + ",Seamanship part 5" + i + ",Deck,2027-01-11,2027-06-18\n");
      }
    }
    try (BufferedWriter out = writer(folder, "groups.csv")) {
      out.write("course,name\n");
      for (int i = 0; i < groups; i++) {
        out.write(course(i % courses) + ",Watch " + i / courses + "\n");
      }
    }
    try (BufferedWriter out = writer(folder, "users.csv")) {
      out.write(
          "id,username,given name,family name,email" + (kind == Kind.WIDE ? MORE : "") + "\n");
      for (int row = 0; row < users; row++) {
        int i = kind.isShuffled() ? shuffled(row, users) : row;
        String given = kind.isShuffled() ? manyNames(i) : GIVEN[i % GIVEN.length];
        String family =
            kind.isShuffled()
                ? manyNames(i / 7 + 40_000)
                : FAMILY[i / GIVEN.length % FAMILY.length];
        if (kind == Kind.OLD_ENCODING && i % 20 == 0) {
          given = "Zoë";
        }
        out.write(
            (100_000_000 + i)
                + ","
                + slip(username(i))
                + ","
                + slip(given)
                + ","
                + family
                + ","
                + slip(username(i) + "@cadets.gannet-point.example")
                + (kind == Kind.WIDE ? more(i) : "")
                + "\n");
      }
    }
    SplittableRandom random = new SplittableRandom(1);
    try (BufferedWriter out = writer(folder, "enrollments.csv")) {
      out.write("user,course,role,group\n");
      for (int row = 0; row < enrollments; row++) {
        int i = kind.isShuffled() ? shuffled(row, enrollments) : row;
        // Each user takes courses at a distance from a random one on, so that no pair comes twice.
        int user = i % users;
        int round = i / users;
        SplittableRandom ofUser = new SplittableRandom(user);
        int first = ofUser.nextInt(courses);
        int distance = kind.isShuffled() ? 1 + ofUser.nextInt(courses / 16 + 1) : 1;
        int course = (int) ((first + (long) round * distance) % courses);
        int groupsOfCourse = groups / courses + (course < groups % courses ? 1 : 0);
        String group = groupsOfCourse == 0 ? "" : "Watch " + random.nextInt(groupsOfCourse);
        out.write(slip(username(user)) + "," + slip(course(course)) + ",learner," + group + "\n");
      }
    }
  }

  private static final String[] LETTERS = {
    "a", "é", "i", "ö", "u", "e", "ā", "o", "ñ", "r", "š", "l", "t", "ž", "n", "k"
  };

  /** One of some 60,000 names; most have an accent, and one of twelve is Greek. */
  private static String manyNames(int number) {
    SplittableRandom letters = new SplittableRandom(number % 60_000);
    StringBuilder name = new StringBuilder();
    boolean isGreek = letters.nextInt(12) == 0;
    int length = 4 + letters.nextInt(6);
    for (int i = 0; i < length; i++) {
      name.append(
          isGreek
              ? String.valueOf((char) ('α' + letters.nextInt(17)))
              : LETTERS[letters.nextInt(LETTERS.length)]);
    }
    return name.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + name.substring(1);
  }

  /** Each number below a count once, in another order. */
  private static int shuffled(int number, int count) {
    // A prime that divides no count there is.
    return (int) ((number * 1_000_003L + 17) % count);
  }

  private static final String MORE =
      ",middle name,preferred name,birth date,language,time zone,country,phone,grade,site,role,"
          + "status,guardian name,guardian email,note,deck";

  /** Fifteen columns more, as record systems export them. */
  private static String more(int user) {
    String family = FAMILY[user / GIVEN.length % FAMILY.length];
    // Nobody shares both the name and the birth date.
    LocalDate born = LocalDate.of(2008, 1, 1).plusDays(user / (GIVEN.length * FAMILY.length));
    return ",,,"
        + born
        + ",en-GB,Europe/London,GB,+44"
        // Scattered, and nobody's twice.
        + (7_400_000_000L + user * 7_919L % 99_999_999)
        + ","
        + (5 + user % 7)
        + ",Gannet Point/"
        + FAMILY[user % FAMILY.length]
        + ",learner,active,R. "
        + family
        + ",home"
        + user
        + "@gannet-point.example,,Deck "
        + user % 12;
  }

  private BufferedWriter writer(Path folder, String name) throws IOException {
    Charset charset =
        kind == Kind.OLD_ENCODING ? Charset.forName("windows-1252") : StandardCharsets.UTF_8;
    return Files.newBufferedWriter(folder.resolve(name), charset);
  }

  /** The value, or in one of some hundred cases what a hand makes of it. */
  private String slip(String value) {
    if (kind != Kind.DIRTY || slips.nextInt(300) > 0) {
      return value;
    }
    return switch (slips.nextInt(4)) {
      case 0 -> value + " ";
      case 1 -> value.substring(1);
      case 2 -> value + "x";
      default -> value.substring(0, 2) + "\u200b" + value.substring(2);
    };
  }

  private static String course(int number) {
    return "SEA-" + (10_000 + number);
  }

  private static String username(int number) {
    return GIVEN[number % GIVEN.length].toLowerCase(java.util.Locale.ROOT) + "." + number;
  }

  /** Writes a roster: {@code FOLDER USERS COURSES GROUPS ENROLLMENTS}, and its {@link Kind}. */
  public static void main(String[] args) throws IOException {
    if (args.length < 5) {
      System.err.println("Give FOLDER USERS COURSES GROUPS ENROLLMENTS [KIND]");
      System.exit(2);
    }
    new RosterGenerator(
            Integer.parseInt(args[1]),
            Integer.parseInt(args[2]),
            Integer.parseInt(args[3]),
            Integer.parseInt(args[4]),
            args.length > 5 ? Kind.valueOf(args[5]) : Kind.SOUND)
        .write(Path.of(args[0]));
  }
}
