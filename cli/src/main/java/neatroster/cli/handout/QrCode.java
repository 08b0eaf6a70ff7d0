package neatroster.cli.handout;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/** QR codes (ISO/IEC 18004) that a quarter of may be smudged. */
final class QrCode {
  /**
   * The dots of an address as a matrix with the four blank dots around it that the norm asks for.
   */
  static BitMatrix of(String text) throws WriterException {
    return new QRCodeWriter()
        .encode(
            text,
            BarcodeFormat.QR_CODE,
            0,
            0,
            Map.of(
                EncodeHintType.ERROR_CORRECTION,
                ErrorCorrectionLevel.Q,
                EncodeHintType.CHARACTER_SET,
                "UTF-8"));
  }

  private QrCode() {}
}
