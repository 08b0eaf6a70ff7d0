package neatroster.work.delivery;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.Certificate;
import java.util.Collection;
import java.util.List;
import neatroster.core.settings.Settings;
import neatroster.platform.CertificateAuthorities;
import neatroster.platform.ClientCredentials;
import neatroster.platform.HttpRetryClient;
import neatroster.platform.HttpTransport;
import neatroster.platform.PlatformAddress;
import neatroster.platform.PlatformException;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.SignIn;
import neatroster.platform.Transport;
import neatroster.platform.WaitListener;
import neatroster.work.Problem;
import neatroster.work.folder.PlatformSecret;
import neatroster.work.folder.RosterFolder;

/**
 * The way to a folder's platform.
 *
 * @param service the base address of its SCIM service
 * @param transport sends requests to it
 */
public record PlatformAccess(String service, Transport transport) {
  /**
   * The platform that a folder's settings name.
   *
   * @param waits is told what is waited for
   * @throws Problem where they name none, or one that nothing may be sent to
   */
  public static PlatformAccess of(RosterFolder folder, Settings settings, WaitListener waits) {
    Settings.Service service = settings.service();
    if (service.address().isEmpty()) {
      throw Problem.usage(
          folder.shown("roster.yaml")
              + " names no platform to send to. Where yours speaks SCIM, write its base address and"
              + " the file of its token: platform: {service: https://…, token: {file: …}}. Else"
              + " upload the batches yourself and say so with neat-roster send --by-hand.");
    }
    try {
      PlatformAddress address = PlatformAddress.of(service.address());
      Collection<? extends Certificate> authorities = authorities(folder, service.authorityFile());
      return new PlatformAccess(
          address.toString(),
          new HttpTransport(
              address, signIn(folder, service.proof(), authorities), authorities, waits));
    } catch (PlatformException e) {
      throw Problem.usage(
          folder.shown("roster.yaml") + ", platform: service: " + e.getMessage() + ".");
    }
  }

  private static SignIn signIn(
      RosterFolder folder, Settings.Proof proof, Collection<? extends Certificate> authorities)
      throws PlatformException {
    if (proof instanceof Settings.Proof.OAuth oauth) {
      return new ClientCredentials(
          PlatformAddress.of(oauth.address()),
          oauth.client(),
          PlatformSecret.inFile(folder.path(oauth.file()), "the client’s secret"),
          oauth.scope(),
          authorities);
    }
    if (proof instanceof Settings.Proof.Password password) {
      return SignIn.password(
          password.user(),
          PlatformSecret.inFile(folder.path(password.file()), "the platform’s password"));
    }
    return SignIn.token(PlatformSecret.token(folder, ((Settings.Proof.Token) proof).file()));
  }

  private static Collection<? extends Certificate> authorities(RosterFolder folder, String named) {
    if (named.isEmpty()) {
      return List.of();
    }
    Path file = folder.path(named);
    try {
      return CertificateAuthorities.read(Files.readAllBytes(file));
    } catch (IOException e) {
      throw Problem.unreadable(
          file + ", which should hold the authority’s certificate, cannot be read.", e);
    } catch (PlatformException e) {
      throw Problem.usage(
          file + " should hold the authority’s certificate: " + e.getMessage() + ".");
    }
  }

  /** Whether it is a platform for practice, on this machine alone. */
  public boolean isOnThisMachine() {
    return service.startsWith("http:");
  }

  /** What the platform offers; shows that it can be reached. */
  public ServiceProviderConfig config() throws InterruptedException {
    try {
      return ServiceProviderConfig.ask(new HttpRetryClient(transport));
    } catch (PlatformException e) {
      throw trouble(e);
    }
  }

  /** Sees to it that the token may change things. */
  public void verifyMayWrite(ServiceProviderConfig config) throws InterruptedException {
    try {
      config.verifyMayWrite(new HttpRetryClient(transport));
    } catch (PlatformException e) {
      throw trouble(e);
    }
  }

  /** What is said where the platform cannot be worked with. */
  public Problem trouble(PlatformException e) {
    return Problem.unreadable(
        "The platform at " + service + " cannot be worked with: " + e.getMessage() + ".", e);
  }
}
