package tidemark.e2e;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The built application in a process of its own. */
final class Server implements AutoCloseable {
    private static final Path DIST =
            Path.of("../app/target/dist").toAbsolutePath().normalize();
    private static final String JAR = "tidemark-app-0.1.0-server.jar";
    private static Path toldDemo;

    private final Process process;
    private final int port;
    private final Path data;

    private Server(Process process, int port, Path data) {
        this.process = process;
        this.port = port;
        this.data = data;
    }

    /** Starts on a copy of the demo data as it is after the story was told, which is told once per test run. */
    static Server demo() throws Exception {
        return demo(books -> {});
    }

    /** What a test puts into the books before they are opened. */
    interface Before {
        void put(Connection books) throws SQLException;
    }

    /** The same, with more in its books than the story has. */
    static synchronized Server demo(Before before) throws Exception {
        if (toldDemo == null && Files.exists(DIST.resolve("demo"))) {
            toldDemo = DIST.resolve("demo");
        }
        if (toldDemo == null) {
            Path told = Files.createTempDirectory("tidemark-told");
            try (Server first = start(told, true)) {
                first.awaitReady();
            }
            toldDemo = told;
        }
        Path data = Files.createTempDirectory("tidemark-e2e");
        copy(toldDemo, data);
        try (Connection books = DriverManager.getConnection("jdbc:h2:file:" + data.resolve("books"), "tidemark", "")) {
            before.put(books);
        }
        Server server = start(data, true);
        server.awaitReady();
        return server;
    }

    static Server start(Path data, boolean demo) throws IOException {
        return start(data, demo, 0);
    }

    /** @param largestFile what the system lets no file grow beyond, in kilobytes; 0 for no such bound */
    static Server start(Path data, boolean demo, long largestFile) throws IOException {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        List<String> command = java();
        command.addAll(List.of(
                "-Xmx1500m",
                "-Dtidemark.demo=" + demo,
                "-Dtidemark.data=" + data,
                "-Dtidemark.port=" + port,
                "-jar",
                jar()));
        if (largestFile > 0) {
            command.addAll(0, List.of("/bin/bash", "-c", "ulimit -f " + largestFile + "; exec \"$@\"", "bash"));
        }
        Process process = new ProcessBuilder(command)
                .directory(unpacked() ? DIST.toFile() : null)
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("server.log").toFile())
                .start();
        return new Server(process, port, data);
    }

    /** Runs a command on whole books; what it tells is in {@code command.log} of the directory. */
    static Process command(Path dir, String... arguments) throws IOException {
        List<String> command = java();
        command.add("-jar");
        command.add(jar());
        command.addAll(List.of(arguments));
        return new ProcessBuilder(command)
                .directory(unpacked() ? DIST.toFile() : null)
                .redirectErrorStream(true)
                .redirectOutput(dir.resolve("command.log").toFile())
                .start();
    }

    private static boolean unpacked() {
        return Files.exists(DIST.resolve(JAR));
    }

    private static String jar() {
        return unpacked()
                ? JAR
                : Path.of("../app/target/" + JAR).toAbsolutePath().toString();
    }

    /** Java as the distribution starts it, to be run in its directory. */
    private static List<String> java() {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        if (unpacked() && Files.exists(DIST.resolve("app.aot"))) {
            command.add("-XX:AOTCache=app.aot");
        }
        command.addAll(List.of(
                // two servers and two browsers share the processors; the second compiler would take its own from them
                "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "--enable-native-access=ALL-UNNAMED"));
        return command;
    }

    void awaitReady() throws Exception {
        Instant end = Instant.now().plus(Duration.ofSeconds(120));
        while (Instant.now().isBefore(end)) {
            if (!process.isAlive()) {
                throw new IllegalStateException("The server ended: " + Files.readString(data.resolve("server.log")));
            }
            try {
                HttpURLConnection c = (HttpURLConnection)
                        URI.create(url() + "/api/v1/session").toURL().openConnection();
                if (c.getResponseCode() == 200) {
                    return;
                }
            } catch (IOException notYet) {
                Thread.sleep(50);
            }
        }
        throw new IllegalStateException("No answer: " + Files.readString(data.resolve("server.log")));
    }

    /** Waits until the process has ended by itself; its exit code. */
    int awaitEnd(Duration most) throws InterruptedException {
        if (!process.waitFor(most.toMillis(), TimeUnit.MILLISECONDS)) {
            throw new IllegalStateException("The process goes on");
        }
        return process.exitValue();
    }

    String log() throws IOException {
        return Files.readString(data.resolve("server.log"));
    }

    String url() {
        return "http://127.0.0.1:" + port;
    }

    int port() {
        return port;
    }

    Path data() {
        return data;
    }

    /** Ends the process at once, as a power cut would: {@code kill -9}. */
    void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
    }

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        process.waitFor();
    }

    static void copy(Path from, Path to) throws IOException {
        Files.walkFileTree(from, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                if (file.toString().endsWith(".db")) {
                    Files.copy(file, to.resolve(from.relativize(file)));
                }
                return FileVisitResult.CONTINUE;
            }
        });
    }
}
