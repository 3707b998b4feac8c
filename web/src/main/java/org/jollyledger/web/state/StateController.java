package org.jollyledger.web.state;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryUsage;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.jollyledger.web.busy.WorkLimit;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.state.Answers.Kind;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The page with figures of the running application. */
@Controller
class StateController {
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());
    private static final double MEGABYTE = 1_000_000;

    private final Answers answers;
    private final WorkLimit work;
    private final HikariDataSource connections;
    private final DiskRoom room;

    StateController(Answers answers, WorkLimit work, HikariDataSource connections, DiskRoom room) {
        this.answers = answers;
        this.work = work;
        this.connections = connections;
        this.room = room;
    }

    @GetMapping("/server")
    String show(Model model) {
        MemoryUsage memory = ManagementFactory.getMemoryMXBean().getHeapMemoryUsage();
        HikariPoolMXBean pool = connections.getHikariPoolMXBean();
        Map<String, String> figures = new LinkedHashMap<>();
        figures.put(
                "Running since",
                TIME.format(Instant.ofEpochMilli(
                        ManagementFactory.getRuntimeMXBean().getStartTime())));
        figures.put("Memory in use", megabytes(memory.getUsed()) + " of " + megabytes(memory.getMax()));
        figures.put("Room left on the disk", megabytes(room.left()));
        figures.put("Requests at work", work.now() + " of " + WorkLimit.MOST_WORKED_ON);
        figures.put("Requests answered", String.valueOf(answers.count(Kind.ANSWERED)));
        figures.put("Requests refused", String.valueOf(answers.count(Kind.REFUSED)));
        figures.put("Turned away, too busy", String.valueOf(answers.count(Kind.TOO_BUSY)));
        figures.put("Requests failed", String.valueOf(answers.count(Kind.FAILED)));
        figures.put("Average time for an answer", String.format(Locale.ENGLISH, "%.1f ms", answers.milliseconds()));
        figures.put(
                "Database connections",
                pool.getActiveConnections() + " in use, " + pool.getIdleConnections() + " idle");
        model.addAttribute("figures", figures);
        return "state/server";
    }

    private static String megabytes(long bytes) {
        return String.format(Locale.ENGLISH, "%,.0f MB", bytes / MEGABYTE);
    }
}
