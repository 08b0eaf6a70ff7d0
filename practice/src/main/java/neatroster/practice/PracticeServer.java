package neatroster.practice;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.SQLException;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/**
 * The practice platform: a SCIM 2.0 service under {@code /scim/v2}, and pages that show courses and
 * who is in them. It listens on this machine alone.
 */
public final class PracticeServer implements Closeable {
  private static final String HERE = "127.0.0.1";
  private static final String SERVICE = "/scim/v2";
  private static final int THREADS = 16;
  private static final int GRACE_MILLISECONDS = 2000;

  private final Server server;
  private final ServerConnector connector;
  private final PracticeStore store;
  private final Faults faults;
  private PracticeHandler handler;

  private PracticeServer(
      Server server, ServerConnector connector, PracticeStore store, Faults faults) {
    this.server = server;
    this.connector = connector;
    this.store = store;
    this.faults = faults;
  }

  /**
   * Starts the platform.
   *
   * @param port the port, or 0 for a free one
   * @param data the file that it keeps its data in; it is made where there is none
   * @param token what clients prove their rights with
   * @param faults what goes wrong; may be changed later
   * @throws IOException where the file cannot be opened or the port is taken; says why in plain
   *     words
   */
  public static PracticeServer start(int port, Path data, String token, Faults faults)
      throws IOException {
    PracticeStore store;
    try {
      store = PracticeStore.open(data);
    } catch (SQLException e) {
      throw new IOException(data + " cannot be opened (" + e.getMessage() + ")", e);
    }
    QueuedThreadPool threads = new QueuedThreadPool(THREADS, 2);
    threads.setDaemon(true);
    Server server = new Server(threads);
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    http.setSendDateHeader(true);
    ServerConnector connector = new ServerConnector(server, new HttpConnectionFactory(http));
    connector.setHost(HERE);
    connector.setPort(port);
    server.addConnector(connector);
    PracticeServer practice = new PracticeServer(server, connector, store, faults);
    server.setStopTimeout(GRACE_MILLISECONDS);
    try {
      connector.open();
      practice.handler =
          new PracticeHandler(
              store,
              new ScimService(store, faults, practice.service()),
              new Pages(store, faults),
              faults,
              PracticeTokens.digest(token));
      server.setHandler(practice.handler);
      server.start();
    } catch (Exception e) {
      practice.close();
      throw new IOException("port " + port + " cannot be listened on: is it taken?", e);
    }
    return practice;
  }

  /** The base address of the SCIM service. */
  public String service() {
    return "http://" + HERE + ":" + connector.getLocalPort() + SERVICE;
  }

  /** The address of the pages. */
  public String pages() {
    return "http://" + HERE + ":" + connector.getLocalPort() + "/";
  }

  /** How many requests have come to the SCIM service. */
  public long requests() {
    return handler.requests();
  }

  /** What goes wrong; may be changed at any time. */
  public Faults faults() {
    return faults;
  }

  /** Stops: requests that are being answered are answered first. */
  @Override
  public void close() {
    try {
      server.stop();
    } catch (Exception e) {
      throw new IllegalStateException("The practice platform could not be stopped.", e);
    } finally {
      store.close();
    }
  }
}
