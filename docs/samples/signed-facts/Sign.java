import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Sign DOOR KEY INSTANT KEY=VALUE…: prints the signature of facts. */
public final class Sign {
    private Sign() {}

    static String sign(String door, String key, long instant, Map<String, String> facts) throws Exception {
        var signed = new StringBuilder(instant + "." + door);
        new TreeMap<>(facts).forEach((name, value) -> signed.append('\n').append(name).append('=').append(value));
        var mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(key.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
        return HexFormat.of().formatHex(mac.doFinal(signed.toString().getBytes(StandardCharsets.UTF_8)));
    }

    public static void main(String[] args) throws Exception {
        var facts = new TreeMap<String, String>();
        for (int i = 3; i < args.length; i++) {
            int at = args[i].indexOf('=');
            facts.put(args[i].substring(0, at), args[i].substring(at + 1));
        }
        System.out.println(sign(args[0], args[1], Long.parseLong(args[2]), facts));
    }
}
