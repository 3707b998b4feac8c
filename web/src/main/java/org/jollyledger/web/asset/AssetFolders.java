package org.jollyledger.web.asset;

import java.util.List;

/** Where assets are: nothing of the ledger is in them. */
public final class AssetFolders {
    private static final List<String> ALL = List.of("/css/", "/js/", "/vendor/", "/webjars/");

    private AssetFolders() {}

    public static boolean hold(String path) {
        return ALL.stream().anyMatch(path::startsWith);
    }

    /** Patterns of all addresses in them. */
    public static String[] patterns() {
        return ALL.stream().map(folder -> folder + "**").toArray(String[]::new);
    }
}
