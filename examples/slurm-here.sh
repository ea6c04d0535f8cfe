#!/usr/bin/env bash
# A farm of one machine: starts munge, slurmctld and slurmd (as root), or stops them.
#
#     examples/slurm-here.sh start FOLDER    installs what is missing, keeps its state and logs in FOLDER
#     examples/slurm-here.sh stop FOLDER
#
# While it runs, SLURM_CONF=FOLDER/slurm.conf tells sbatch, squeue and scontrol where it is.
set -euo pipefail
folder=$(realpath -m "${2:?expected start FOLDER or stop FOLDER}")
conf=$folder/slurm.conf

stop() {
  local p
  for p in slurmd slurmctld munged; do
    [ -f "$folder/$p.pid" ] && kill "$(cat "$folder/$p.pid" 2>/dev/null)" 2>/dev/null || true
  done
  sleep 1
  for p in slurmd slurmctld munged; do
    [ -f "$folder/$p.pid" ] && kill -9 "$(cat "$folder/$p.pid" 2>/dev/null)" 2>/dev/null || true
    rm -f "$folder/$p.pid"
  done
}

start() {
  local missing=()
  command -v slurmd >/dev/null && command -v slurmctld >/dev/null || missing+=(slurm-wlm)
  command -v munged >/dev/null || missing+=(munge)
  if [ ${#missing[@]} -gt 0 ]; then
    apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}"
  fi
  stop # one that runs there already
  mkdir -p "$folder/spool" "$folder/state" "$folder/munge"
  chmod 700 "$folder/munge"
  [ -s "$folder/munge/key" ] || { head -c 1024 /dev/urandom >"$folder/munge/key"; chmod 600 "$folder/munge/key"; }
  munged --force --key-file="$folder/munge/key" --socket="$folder/munge/socket" --pid-file="$folder/munged.pid" \
    --log-file="$folder/munge/log" --seed-file="$folder/munge/seed" --num-threads=2
  local host memory
  host=$(hostname -s)
  memory=$(awk '/MemTotal/ { print int($2 / 1024 * 0.9) }' /proc/meminfo)
  cat >"$conf" <<END
ClusterName=here
SlurmctldHost=$host(127.0.0.1)
SlurmUser=root
AuthType=auth/munge
AuthInfo=socket=$folder/munge/socket
SlurmctldPort=6917
SlurmdPort=6918
SlurmctldPidFile=$folder/slurmctld.pid
SlurmdPidFile=$folder/slurmd.pid
SlurmctldLogFile=$folder/slurmctld.log
SlurmdLogFile=$folder/slurmd.log
StateSaveLocation=$folder/state
SlurmdSpoolDir=$folder/spool
ProctrackType=proctrack/linuxproc
TaskPlugin=task/none
JobAcctGatherType=jobacct_gather/none
SelectType=select/cons_tres
SelectTypeParameters=CR_Core
ReturnToService=2
MessageTimeout=30
NodeName=$host NodeAddr=127.0.0.1 CPUs=2 RealMemory=$memory State=UNKNOWN
PartitionName=here Nodes=$host Default=YES MaxTime=INFINITE State=UP
END
  export SLURM_CONF=$conf
  slurmctld -D >"$folder/slurmctld.out" 2>&1 & echo $! >"$folder/slurmctld.pid"
  slurmd -D >"$folder/slurmd.out" 2>&1 & echo $! >"$folder/slurmd.pid"
  local i
  for i in $(seq 60); do
    if sinfo --noheader --format=%T 2>/dev/null | grep -qE 'idle|mixed|alloc'; then
      echo "the farm is there: export SLURM_CONF=$conf"
      return 0
    fi
    sleep 0.5
  done
  tail -n 5 "$folder"/*.log "$folder"/*.out >&2 || true
  echo "the farm did not come up" >&2
  return 1
}

case ${1:-} in
  start) start ;;
  stop) stop ;;
  *) echo "expected start FOLDER or stop FOLDER" >&2; exit 2 ;;
esac
