package tidemark.app.attachment;

import static tidemark.core.words.Catalogue.say;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.HashSet;
import java.util.Iterator;
import java.util.Set;
import java.util.concurrent.Semaphore;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.PDXObject;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.core.paper.PaperType;
import tidemark.core.problem.RuleViolation;

/**
 * Draws the pages of papers: what a browser is given to show is a picture made here, never what was handed in. As a telephone
 * held it, a photograph stands upright.
 */
@Component
class PaperDrawing {
    static final int WIDEST = 2_000;
    /** A photograph of 40 million points takes 160 MB while it is drawn. */
    private static final long MOST_POINTS = 40_000_000;

    private static final int MOST_PAGES = 500;
    private static final int DEEPEST = 50;
    private static final int CACHED_BYTES = 24_000_000;

    private record Drawn(String sha256, int page, int width, int turned) {}

    /** One at a time: what is drawn at once has to fit into memory at once. */
    private final Semaphore desk = new Semaphore(1, true);

    private final Cache<Drawn, byte[]> cache = Caffeine.newBuilder()
            .maximumWeight(CACHED_BYTES)
            .weigher((Drawn key, byte[] picture) -> picture.length)
            .build();

    PaperDrawing() {
        // fonts are looked up where the machine keeps what is temporary, never in somebody's home
        if (System.getProperty("pdfbox.fontcache") == null) {
            System.setProperty("pdfbox.fontcache", System.getProperty("java.io.tmpdir"));
        }
    }

    /** @throws RuleViolation {@code attachment.unreadable}, {@code attachment.points}, {@code attachment.pages} */
    void check(String name, PaperType type, byte[] content) {
        if (type == PaperType.PDF) {
            int pages = pages(name, type, content);
            checkPictures(name, content);
            if (pages > MOST_PAGES) {
                throw new RuleViolation(
                        "attachment.pages",
                        "file",
                        say("attachment.pages.found", name, pages),
                        say("attachment.pages.expected", MOST_PAGES),
                        say("attachment.pages.remedy"));
            }
        } else if (type.isDrawn()) {
            checkPoints(name, points(name, content));
        }
    }

    private static void checkPoints(String name, long points) {
        if (points > MOST_POINTS) {
            throw new RuleViolation(
                    "attachment.points",
                    "file",
                    say("attachment.points.found", name, points / 1_000_000),
                    say("attachment.points.expected", MOST_POINTS / 1_000_000),
                    say("attachment.points.remedy"));
        }
    }

    /** A small PDF may hold a picture that would fill memory; what it says of its size is read before anything is drawn. */
    private static void checkPictures(String name, byte[] content) {
        try (PDDocument document = Loader.loadPDF(content)) {
            Set<COSBase> seen = new HashSet<>();
            for (PDPage page : document.getPages()) {
                checkPictures(name, page.getResources(), seen, 0);
            }
        } catch (IOException e) {
            throw unreadable(name);
        }
    }

    private static void checkPictures(String name, @Nullable PDResources resources, Set<COSBase> seen, int depth)
            throws IOException {
        if (resources == null || !seen.add(resources.getCOSObject())) {
            return;
        }
        if (depth > DEEPEST) {
            throw unreadable(name);
        }
        for (COSName one : resources.getXObjectNames()) {
            PDXObject object = resources.getXObject(one);
            if (object instanceof PDImageXObject picture) {
                checkPoints(name, (long) picture.getWidth() * picture.getHeight());
                PDImageXObject mask = picture.getSoftMask();
                if (mask != null) {
                    checkPoints(name, (long) mask.getWidth() * mask.getHeight());
                }
            } else if (object instanceof PDFormXObject form) {
                checkPictures(name, form.getResources(), seen, depth + 1);
            }
        }
    }

    /** How many pages can be drawn; a picture has one, what is only text none. */
    int pages(String name, PaperType type, byte[] content) {
        if (type != PaperType.PDF) {
            return type.isDrawn() ? 1 : 0;
        }
        try (PDDocument document = Loader.loadPDF(content)) {
            if (document.getNumberOfPages() == 0) {
                throw unreadable(name);
            }
            return document.getNumberOfPages();
        } catch (IOException | RuntimeException e) {
            throw unreadable(name);
        }
    }

    private static long points(String name, byte[] content) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw unreadable(name);
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                return (long) reader.getWidth(0) * reader.getHeight(0);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            throw unreadable(name);
        }
    }

    private static RuleViolation unreadable(String name) {
        return new RuleViolation(
                "attachment.unreadable",
                "file",
                say("attachment.unreadable.found", name),
                say("attachment.unreadable.expected"),
                say("attachment.unreadable.remedy"));
    }

    /**
     * A page as JPEG.
     *
     * @param page from 1; the last where there are fewer
     * @param width in points before it is turned, at most {@link #WIDEST}
     * @param turned clockwise in degrees, a multiple of 90
     */
    byte[] page(StoredPaper paper, String name, int page, int width, int turned) {
        Drawn key = new Drawn(paper.sha256(), page, width, turned);
        byte[] known = cache.getIfPresent(key);
        if (known != null) {
            return known;
        }
        byte[] content = paper.content();
        if (content == null || !paper.type().isDrawn()) {
            throw unreadable(name);
        }
        desk.acquireUninterruptibly();
        try {
            byte[] made = draw(paper.type(), content, page, Math.clamp(width, 20, WIDEST), turned);
            cache.put(key, made);
            return made;
        } catch (IOException | RuntimeException e) {
            throw unreadable(name);
        } finally {
            desk.release();
        }
    }

    private static byte[] draw(PaperType type, byte[] content, int page, int width, int turned) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        BufferedImage drawn = type == PaperType.PDF
                ? pdf(content, page, width)
                : Thumbnails.of(new ByteArrayInputStream(content))
                        .size(width, 2 * width)
                        .asBufferedImage();
        Thumbnails.of(onWhite(drawn))
                .scale(1)
                .rotate(turned)
                .outputFormat("jpg")
                .outputQuality(.88)
                .toOutputStream(out);
        return out.toByteArray();
    }

    /** What shines through is white, as on paper. */
    private static BufferedImage onWhite(BufferedImage drawn) {
        BufferedImage out = new BufferedImage(drawn.getWidth(), drawn.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = out.createGraphics();
        pen.drawImage(drawn, 0, 0, Color.WHITE, null);
        pen.dispose();
        return out;
    }

    private static BufferedImage pdf(byte[] content, int page, int width) throws IOException {
        try (PDDocument document = Loader.loadPDF(content)) {
            int at = Math.clamp(page, 1, document.getNumberOfPages()) - 1;
            PDRectangle box = document.getPage(at).getCropBox();
            boolean across = document.getPage(at).getRotation() % 180 != 0;
            float wide = across ? box.getHeight() : box.getWidth();
            float high = across ? box.getWidth() : box.getHeight();
            float scale = Math.min(width / Math.max(1, wide), 2 * width / Math.max(1, high));
            return new PDFRenderer(document).renderImage(at, scale, ImageType.RGB);
        }
    }
}
