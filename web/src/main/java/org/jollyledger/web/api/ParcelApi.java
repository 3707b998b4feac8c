package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.batch.Parcel;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.parcel.ParcelDesk;
import org.jollyledger.web.parcel.ParcelService;
import org.jollyledger.web.parcel.ParcelService.Contents;
import org.jollyledger.web.parcel.ParcelService.Item;
import org.jollyledger.web.parcel.ParcelService.Standing;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Parcels for programs. */
@RestController
class ParcelApi {
    private final ParcelService parcels;
    private final ParcelDesk desk;

    ParcelApi(ParcelService parcels, ParcelDesk desk) {
        this.parcels = parcels;
        this.desk = desk;
    }

    @GetMapping("/api/parcel")
    ResponseEntity<Content> pack(
            @RequestParam(required = false) @Nullable List<String> part,
            @RequestParam(required = false) @Nullable List<String> rig,
            @RequestParam(required = false) @Nullable List<String> map) {
        return ParcelDesk.download(parcels.pack(new Contents(given(part), given(rig), given(map))));
    }

    private static List<String> given(@Nullable List<String> slugs) {
        return slugs == null ? List.of() : slugs;
    }

    /** Something that was in a parcel, and what it was to this ledger. */
    record ItemDocument(String kind, String name, String standing, String words) {
        static ItemDocument of(Item item) {
            return new ItemDocument(item.kind(), item.name(), item.standing().code(), item.words());
        }
    }

    /** What became of a parcel. */
    record TakenDocument(String done, List<ItemDocument> items) {}

    /** Takes a parcel in; what differs is added beside what is here, or left when the request says so. */
    @PostMapping("/api/parcel")
    TakenDocument take(@RequestParam MultipartFile file, @RequestParam(defaultValue = "add") String differing)
            throws IOException {
        try (InputStream sent = file.getInputStream()) {
            return desk.with(sent, parcel -> taken(parcel, differing));
        }
    }

    private TakenDocument taken(Parcel parcel, String differing) {
        List<Item> items = parcels.look(parcel);
        Set<String> beside = differing.equals("leave")
                ? Set.of()
                : items.stream()
                        .filter(item -> item.standing() == Standing.DIFFERS)
                        .map(Item::key)
                        .collect(Collectors.toSet());
        return new TakenDocument(
                parcels.take(parcel, beside),
                items.stream().map(ItemDocument::of).toList());
    }
}
