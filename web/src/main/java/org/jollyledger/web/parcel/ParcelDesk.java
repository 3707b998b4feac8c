package org.jollyledger.web.parcel;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.jollyledger.core.batch.Parcel;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.LeftBehind;
import org.jollyledger.web.room.PassingFiles;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Parcels that were sent and wait for a choice, as files beside the database; they are gone after a day. */
@Component
public class ParcelDesk {
    static final String ATTACHMENT = "attachment; filename=\"parcel.zip\"";

    private static final Duration PATIENCE = Duration.ofDays(1);
    private static final Pattern TOKEN = Pattern.compile("[0-9a-f-]{36}");

    private final DiskRoom room;
    private final PassingFiles passing;
    private final Path folder;

    ParcelDesk(DiskRoom room, PassingFiles passing, LedgerProperties properties) {
        this.room = room;
        this.passing = passing;
        folder = Path.of(properties.data(), "parcels");
    }

    @EventListener(ApplicationReadyEvent.class)
    void clear() throws IOException {
        LeftBehind.clear(folder, Instant.now().minus(PATIENCE), Files::isRegularFile);
    }

    /** Keeps a parcel that was sent; returns its token. */
    String keep(InputStream sent) throws IOException {
        room.need();
        Files.createDirectories(folder);
        clear();
        String token = UUID.randomUUID().toString();
        Files.copy(sent, path(token), StandardCopyOption.REPLACE_EXISTING);
        return token;
    }

    /**
     * The parcel with a token.
     *
     * @throws Refusal when there is none, or it is none
     */
    Parcel open(String token) {
        if (!TOKEN.matcher(token).matches() || !Files.exists(path(token))) {
            throw Refusal.notFound("This parcel was taken in already, or is more than a day old; open it again.");
        }
        return read(path(token));
    }

    /** Lets work have a parcel that was sent; afterwards it is gone. */
    public <T> T with(InputStream sent, Function<Parcel, T> work) throws IOException {
        Path file = passing.file();
        try {
            Files.copy(sent, file, StandardCopyOption.REPLACE_EXISTING);
            return work.apply(read(file));
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static Parcel read(Path path) {
        try {
            return Parcel.read(path);
        } catch (DocumentException e) {
            throw Refusal.unreadable(e);
        } catch (IOException e) {
            throw Refusal.unreadable("The parcel is no zip archive, or is damaged; get it once more.");
        }
    }

    /** A parcel as a download. */
    public static ResponseEntity<Content> download(Parcel parcel) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(HttpHeaders.CONTENT_DISPOSITION, ATTACHMENT)
                .body(parcel::writeTo);
    }

    void remove(String token) throws IOException {
        if (TOKEN.matcher(token).matches()) {
            Files.deleteIfExists(path(token));
        }
    }

    private Path path(String token) {
        return folder.resolve(token + ".zip");
    }
}
