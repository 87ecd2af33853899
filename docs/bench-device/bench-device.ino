// Bench device: counts of a wheel, force of a load cell, supply pressure.
// Speaks docs/line-protocol.md at 115200 baud.
//
// Wiring
//   pin 2   line sensor or encoder channel A (pulled up; each falling edge counts one)
//   pin 4   data of a 24-bit load cell amplifier
//   pin 5   clock of the same
//   pin A0  pressure sensor, 0.5 to 4.5 V for 0 to 1000 kPa gauge
//
// Set these four to what stands on the bench.
const float COUNTS_PER_TURN = 400;
const float NEWTON_PER_STEP = 2.35e-6;   // from two known weights: newtons over the difference of their readings
const float KPA_AT_ZERO_VOLT = -125.0;   // of the sensor above
const float KPA_PER_VOLT = 250.0;

const int COUNT_PIN = 2, CELL_DATA = 4, CELL_CLOCK = 5, PRESSURE_PIN = A0;
const unsigned long EVERY_US = 5000;     // 200 readings a second

volatile long counted = 0;
unsigned long due = 0;
float newtons = 0;
bool weighed = false;
char line[128];

void count() { counted++; }

void header() {
  Serial.print("{\"device\":\"wheel and cell\",\"channels\":[{\"name\":\"angle\",\"unit\":\"count\",\"perTurn\":");
  Serial.print((long)COUNTS_PER_TURN);
  Serial.print("},{\"name\":\"pressure\",\"unit\":\"kPa\"},{\"name\":\"thrust\",\"unit\":\"N\"}],\"clock\":\"us\"}\n");
}

void setup() {
  Serial.begin(115200);
  pinMode(COUNT_PIN, INPUT_PULLUP);
  pinMode(CELL_DATA, INPUT);
  pinMode(CELL_CLOCK, OUTPUT);
  attachInterrupt(digitalPinToInterrupt(COUNT_PIN), count, FALLING);
  header();
  due = micros();
}

// The cell answers 10 or 80 times a second: it is asked only when it has something, and never waited for.
void weigh() {
  if (digitalRead(CELL_DATA) == HIGH) return;
  long value = 0;
  for (int bit = 0; bit < 24; bit++) {
    digitalWrite(CELL_CLOCK, HIGH);
    delayMicroseconds(1);
    value = (value << 1) | digitalRead(CELL_DATA);
    digitalWrite(CELL_CLOCK, LOW);
    delayMicroseconds(1);
  }
  digitalWrite(CELL_CLOCK, HIGH);        // one more pulse: next reading with the same gain
  delayMicroseconds(1);
  digitalWrite(CELL_CLOCK, LOW);
  if (value & 0x800000) value -= 0x1000000;
  newtons = value * NEWTON_PER_STEP;
  weighed = true;
}

void loop() {
  weigh();
  unsigned long now = micros();
  if ((long)(now - due) < 0) return;
  due += EVERY_US;
  noInterrupts();
  long angle = counted;
  interrupts();
  float kpa = KPA_AT_ZERO_VOLT + KPA_PER_VOLT * analogRead(PRESSURE_PIN) * (5.0 / 1023);
  char pressure[12], thrust[14];
  dtostrf(kpa, 1, 1, pressure);
  dtostrf(newtons, 1, 4, thrust);
  if (weighed) snprintf(line, sizeof line, "{\"t\":%lu,\"angle\":%ld,\"pressure\":%s,\"thrust\":%s}\n", now, angle, pressure, thrust);
  else snprintf(line, sizeof line, "{\"t\":%lu,\"angle\":%ld,\"pressure\":%s}\n", now, angle, pressure);
  weighed = false;
  Serial.print(line);
}
