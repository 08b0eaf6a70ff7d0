package neatroster.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/** Sends what a run changes about users. */
final class UserRows {
  private static final int WINDOW = 5_000;

  private final DeliveryContext context;
  private final OperationSender sender;
  private final RunRows rows;
  private final Function<PlannedChange, String> passwords;
  private final Set<Field> carried;

  UserRows(
      DeliveryContext context,
      OperationSender sender,
      RunRows rows,
      Function<PlannedChange, String> passwords) {
    this.context = context;
    this.sender = sender;
    this.rows = rows;
    this.passwords = passwords;
    this.carried = context.config().carriedOfUsers();
  }

  /** Sends them: a name is given away before somebody else gets it. */
  void send() throws PlatformException, InterruptedException, IOException {
    rows.each(Phase.USERS, List.of(Change.RENAME), row -> rename(Phase.USERS, row));
    rows.each(Phase.USERS, List.of(Change.CREATE), this::createUser);
    sender.flush(Phase.USERS);
    changeUsers(Phase.USERS);
    nameManagers();
  }

  /** Names managers who were not there when they were first named. */
  private void nameManagers() throws PlatformException, InterruptedException, IOException {
    for (DeliveryRow row : rows.halfMadeUsers()) {
      String name = PlatformIds.nameOf(row.change());
      Map<Field, String> values =
          Map.of(Field.USERNAME, name, Field.MANAGER, row.change().value(Field.MANAGER));
      sender.add(
          Phase.USERS,
          new UserChange(
              List.of(row), name, List.of(new PlannedChange(Phase.USERS, Change.CHANGE, values))));
    }
    sender.flush(Phase.USERS);
  }

  private PlannedChange withPassword(PlannedChange change) {
    String password = passwords.apply(change);
    if (password.isEmpty()) {
      return change;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    values.put(Field.PASSWORD, password);
    return new PlannedChange(change.phase(), change.change(), values, change.own())
        .from(change.before())
        .fromOwn(change.ownBefore());
  }

  private void createUser(DeliveryRow row) throws PlatformException, InterruptedException {
    PlannedChange change = withPassword(row.change());
    ScimDocuments.miss(context, change, carried, "users");
    String manager = carried.contains(Field.MANAGER) ? change.value(Field.MANAGER) : "";
    String id = manager.isEmpty() ? "" : context.lookup().knownUserId(manager).orElse("");
    boolean isComplete = manager.isEmpty() || (!id.isEmpty() && !row.isDoubtful());
    sender.add(
        Phase.USERS,
        new UserCreation(
            row,
            ScimDocuments.user(change, id, context.config().announced()),
            isComplete ? OperationResult.DONE : OperationResult.HALF));
  }

  private void rename(Phase phase, DeliveryRow row) throws PlatformException, InterruptedException {
    // A name is given away before somebody else gets it: one after another.
    sender.flush(phase);
    sender.add(
        phase,
        new UserChange(
            List.of(row), row.change().value(Field.FORMER_USERNAME), List.of(row.change())));
    sender.flush(phase);
  }

  private void changeUsers(Phase phase)
      throws PlatformException, InterruptedException, IOException {
    Map<String, List<DeliveryRow>> window = new LinkedHashMap<>();
    rows.each(
        phase,
        List.of(Change.CHANGE, Change.SUSPEND, Change.RESTORE),
        row -> {
          window
              .computeIfAbsent(PlatformIds.nameOf(row.change()), name -> new ArrayList<>())
              .add(row);
          if (window.size() >= WINDOW) {
            changeUsers(phase, window);
          }
        });
    changeUsers(phase, window);
    sender.flush(phase);
  }

  private void changeUsers(Phase phase, Map<String, List<DeliveryRow>> window)
      throws PlatformException, InterruptedException {
    for (Map.Entry<String, List<DeliveryRow>> one : window.entrySet()) {
      List<PlannedChange> all = new ArrayList<>();
      for (DeliveryRow row : one.getValue()) {
        PlannedChange change = row.change();
        boolean isPassword =
            change.change() == Change.CHANGE
                && change.before().isEmpty()
                && change.ownBefore().isEmpty();
        all.add(isPassword ? withPassword(change) : change);
        ScimDocuments.miss(context, change, carried, "users");
      }
      sender.add(phase, new UserChange(one.getValue(), one.getKey(), all));
    }
    sender.flush(phase);
    window.clear();
  }
}
