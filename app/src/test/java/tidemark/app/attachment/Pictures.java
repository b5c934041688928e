package tidemark.app.attachment;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** Real pictures and papers for tests. */
public final class Pictures {
    private Pictures() {}

    /** White, with a black patch in its upper left quarter; the same name gives the same bytes. */
    public static byte[] png(String name, int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = image.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, width, height);
        pen.setColor(Color.BLACK);
        pen.fillRect(0, 0, width / 2, height / 2);
        pen.setColor(new Color(name.hashCode() & 0xffffff));
        pen.fillRect(width - 2, height - 2, 2, 2);
        pen.dispose();
        return written(image, "png");
    }

    /** A small picture whose head says that it is larger. */
    public static byte[] saying(int width, int height) {
        byte[] png = png("small", 9, 9);
        ByteBuffer.wrap(png).putInt(16, width).putInt(20, height);
        CRC32 sum = new CRC32();
        sum.update(png, 12, 17);
        ByteBuffer.wrap(png).putInt(29, (int) sum.getValue());
        return png;
    }

    /** A small PDF with a picture that says that it is larger. */
    public static byte[] pdfSaying(int width, int height) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            PDImageXObject picture =
                    LosslessFactory.createFromImage(document, new BufferedImage(4, 4, BufferedImage.TYPE_INT_RGB));
            picture.setWidth(width);
            picture.setHeight(height);
            try (PDPageContentStream pen = new PDPageContentStream(document, page)) {
                pen.drawImage(picture, 0, 0, 100, 100);
            }
            document.save(out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static byte[] written(BufferedImage image, String format) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, format, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    public static byte[] pdf(int pages) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < pages; i++) {
                document.addPage(new PDPage());
            }
            document.save(out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
