package hitchlamp.server.hookup;

import hitchlamp.server.job.Jobs;
import java.io.BufferedOutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The traffic of the last hook-up of a job, both directions, for other programs. */
@RestController
@RequestMapping("/api/jobs/{job}")
class TrafficController {
  private final HookUps hookUps;
  private final StoredTraffic traffic;
  private final Jobs jobs;

  TrafficController(HookUps hookUps, StoredTraffic traffic, Jobs jobs) {
    this.hookUps = hookUps;
    this.traffic = traffic;
    this.jobs = jobs;
  }

  /** All buses as a candump log. */
  @GetMapping("/traffic.log")
  ResponseEntity<StreamingResponseBody> log(@PathVariable long job) {
    long hookUp = last(job);
    return file(
        job,
        ".log",
        "text/plain;charset=utf-8",
        out -> {
          OutputStreamWriter text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
          traffic.write(hookUp, text);
          text.flush();
        });
  }

  /**
   * One bus as a packet capture of link type 227.
   *
   * @param bus its place in the hook-up, from 0
   */
  @GetMapping("/traffic.pcap")
  ResponseEntity<StreamingResponseBody> capture(
      @PathVariable long job, @RequestParam(defaultValue = "0") int bus) {
    long hookUp = last(job);
    return file(
        job,
        ".pcap",
        "application/vnd.tcpdump.pcap",
        out -> {
          BufferedOutputStream whole = new BufferedOutputStream(out, 64 * 1024);
          traffic.capture(hookUp, bus, whole);
          whole.flush();
        });
  }

  private long last(long job) {
    jobs.job(job);
    return hookUps.lastHookUp(job);
  }

  private ResponseEntity<StreamingResponseBody> file(
      long job, String end, String type, StreamingResponseBody body) {
    String name = "traffic-" + jobs.job(job).number() + end;
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(body);
  }
}
